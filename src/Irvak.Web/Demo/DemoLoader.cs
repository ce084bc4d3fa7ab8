using System.Text.Json;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web.Demo;

/// <summary>Loads the demo scenario from its files, through the same doors that people use. A database that holds jobs is left
/// alone.</summary>
public static class DemoLoader
{
    public static async Task Load(IServiceProvider services, string folder)
    {
        var jobs = services.GetRequiredService<Jobs>();
        var library = services.GetRequiredService<Library>();
        if (!await jobs.AreNone(default))
            return;
        foreach (var sheet in DemoFiles.Sheets(folder))
            await library.Keep(sheet, default);
        foreach (var part in DemoFiles.Shelf(folder))
            await library.Keep(part, default);
        foreach (var record in DemoFiles.Evidence(folder))
            await library.Keep(record, default);
        foreach (var job in DemoFiles.Jobs(folder))
            await Play(services, folder, job, services.GetRequiredService<TimeProvider>().GetUtcNow().AddDays(-job.DaysAgo));
    }

    private static async Task Play(IServiceProvider services, string folder, DemoJob demo, DateTimeOffset at)
    {
        var jobs = services.GetRequiredService<Jobs>();
        var desk = services.GetRequiredService<JobDesk>();
        var judging = await desk.Judging(default);
        var job = Applied(
            await jobs.Begin(WriteKey.Fresh(), demo.Title, demo.Owner, new Stamp(demo.Who, at), [], [], judging.Judge, default),
            demo.Title
        );
        foreach (var entry in demo.Entries)
        {
            at = at.AddMinutes(7);
            var stamp = new Stamp(entry.Who ?? demo.Who, at);
            if (entry.Capture is { } file)
            {
                var bytes = await File.ReadAllBytesAsync(Path.Combine(folder, "captures", file));
                job = Applied(
                    (
                        await desk.Take(
                            job,
                            entry.Phase ?? "before",
                            CaptureFiles.Open(bytes, null),
                            WriteKey.Fresh(),
                            job.LastNumber,
                            stamp,
                            judging.Judge,
                            null,
                            default
                        )
                    ).Outcome,
                    demo.Title
                );
            }
            foreach (var edit in await Edits(services, desk, job, entry))
            {
                var (resolved, problem) = await desk.Resolve(edit, default);
                if (problem is not null)
                    throw new InvalidDataException($"{demo.Title}: {problem.Text}");
                job = Applied(
                    await jobs.Apply(job.Number, WriteKey.Fresh(), job.LastNumber, stamp, resolved, [], judging.Judge, null, default),
                    demo.Title
                );
            }
        }
    }

    private static async Task<List<Edit>> Edits(IServiceProvider services, JobDesk desk, Job job, DemoEntry entry)
    {
        var edits = new List<Edit>();
        if (entry.SheetId is { } id)
            edits.Add(
                new AdoptSheet(
                    await services.GetRequiredService<Library>().Sheet(id, default)
                        ?? throw new InvalidDataException($"There is no sheet {id}.")
                )
            );
        if (entry.Edit is { } edit)
            edits.Add(edit);
        if (entry.PromiseDays is { } days)
            edits.Add(
                new Core.Aims.SetPromise(
                    DateOnly.FromDateTime(services.GetRequiredService<TimeProvider>().GetLocalNow().Date).AddDays(days)
                )
            );
        if (entry.TickPrep is null && entry.TickSteps is null)
            return edits;
        var view = await desk.View(job, default);
        var lists = view.Shopping!.Lines.Select(l => (l.Key, l.Part)).Concat(view.Shopping.TakeAlong.Select(t => (t.Key, Part: t.Text)));
        edits.AddRange(lists.Take(entry.TickPrep ?? 0).Select(l => new SetTick(l.Key, true, l.Part)));
        edits.AddRange(view.Runbook!.Steps.Take(entry.TickSteps ?? 0).Select(s => new SetTick(s.Key, true, s.Title)));
        return edits;
    }

    private static Job Applied(EditOutcome? outcome, string title) =>
        outcome is EditOutcome.Applied applied
            ? applied.Job
            : throw new InvalidDataException(
                $"The demo job “{title}” can't be played: "
                    + outcome switch
                    {
                        EditOutcome.Refused r => $"{r.Problem.Path} {r.Problem.Text}.",
                        EditOutcome.Unworkable u => $"{u.Cause}.",
                        _ => $"{outcome}.",
                    }
            );
}

/// <summary>The files of the demo, read with the path in every complaint.</summary>
public static class DemoFiles
{
    public static IEnumerable<MachineSheet> Sheets(string folder) =>
        Directory.GetFiles(Path.Combine(folder, "sheets"), "*.json").Order(StringComparer.Ordinal).Select(Read<MachineSheet>);

    public static IReadOnlyList<ShelfPart> Shelf(string folder) => Read<List<ShelfPart>>(Path.Combine(folder, "shelf.json"));

    public static IReadOnlyList<EvidenceRecord> Evidence(string folder) =>
        Read<List<EvidenceRecord>>(Path.Combine(folder, "evidence.json"));

    public static IEnumerable<DemoJob> Jobs(string folder) =>
        Directory.GetFiles(Path.Combine(folder, "jobs"), "*.json").Order(StringComparer.Ordinal).Select(Read<DemoJob>);

    private static T Read<T>(string path)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(File.ReadAllText(path), Database.Json) ?? throw new JsonException("it is empty");
        }
        catch (JsonException e)
        {
            throw new InvalidDataException($"{path}: {e.Message}", e);
        }
    }
}
