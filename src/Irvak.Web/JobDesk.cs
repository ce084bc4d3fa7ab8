using System.Text.Json;
using Irvak.Captures;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>Carries a value along its way: capture → reading → edit → job. The endpoints and the demo both work through it.</summary>
public sealed class JobDesk(Jobs jobs, Library library)
{
    /// <summary>Shelf parts enter a plan with the facts of the shelf, whatever the sender wrote beside the id.</summary>
    public async Task<(Edit Edit, SheetProblem? Problem)> Resolve(Edit edit, CancellationToken cancel)
    {
        if (!Parts(edit).Any()) return (edit, null);
        var shelf = (await library.Shelf(cancel)).ToDictionary(p => p.Id);
        foreach (var id in Parts(edit))
            if (!shelf.ContainsKey(id)) return (edit, new SheetProblem("/edit/unit/shelfPartId", $"There is no part {id} on the shelf."));
        return (With(edit, shelf), null);
    }

    private static IEnumerable<string> Parts(Edit edit) => edit switch
    {
        Fit { Unit.ShelfPartId: { } id } => [id],
        Together together => together.Edits.SelectMany(Parts),
        _ => [],
    };

    private static Edit With(Edit edit, Dictionary<string, ShelfPart> shelf) => edit switch
    {
        Fit { Unit.ShelfPartId: { } id } fit => fit with { Unit = Unit.Of(shelf[id]) },
        Together together => together with { Edits = [.. together.Edits.Select(e => With(e, shelf))] },
        _ => edit,
    };

    /// <summary>Reads a capture and applies what it shows, or stores nothing.</summary>
    public async Task<(EditOutcome? Outcome, CaptureReading Reading)> Take(
        Job job, string phase, byte[] bytes, Guid key, int lastSeen, Stamp stamp, CancellationToken cancel)
    {
        var reading = CaptureReader.Read(bytes);
        if (!reading.IsUsable) return (null, reading);
        Edit edit;
        if (phase == "after")
        {
            if (job.State.Sheet is null) return (null, reading with { Sentence = "Survey comes first: this job has no machine sheet to compare with. Nothing was stored." });
            edit = new ReadAfter(reading.Seen, reading.Kind);
        }
        else
        {
            (edit, reading) = await Survey(job, reading, cancel);
        }
        var capture = new NewCapture(phase, reading.Kind, bytes, JsonSerializer.Serialize(reading with { Seen = new Observation() }, Database.Json));
        return (await jobs.Apply(job.Number, key, lastSeen, stamp, edit, capture, cancel), reading);
    }

    private async Task<(Edit Edit, CaptureReading Reading)> Survey(Job job, CaptureReading reading, CancellationToken cancel)
    {
        var sheet = job.State.Sheet;
        var adopt = sheet is null ? AsFound.SheetFor(await library.Sheets(cancel), reading.Seen) ?? SheetDraft.From(reading.Seen) : null;
        if (sheet is { Draft: false } && reading.Seen.Product is { } product && !string.Equals(product.Trim(), sheet.Name, StringComparison.OrdinalIgnoreCase))
            reading = reading with { Remarks = [.. reading.Remarks, $"The capture is from “{product}”; this job is about {sheet.FullName}."] };
        var found = (adopt ?? sheet) is { } on
            ? AsFound.From(on, reading.Seen, reading.Kind)
            : new RecordFound(new Dictionary<string, Unit?>(), new SystemFacts { MemTotalKiB = reading.Seen.MemTotalKiB, OsBits = reading.Seen.OsBits }, reading.Kind);
        return (adopt is null ? found : new Together($"reads the {reading.Kind}: {adopt.FullName}{(adopt.Draft ? ", a draft" : "")}", [new AdoptSheet(adopt), found]), reading);
    }

    public async Task<JobView> View(Job job, CancellationToken cancel) =>
        JobView.Of(job, await library.Evidence(cancel), (await library.Shelf(cancel)).ToDictionary(p => p.Id));
}
