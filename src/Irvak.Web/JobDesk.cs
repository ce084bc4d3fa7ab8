using System.Text.Json;
using Irvak.Captures;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>A capture that was taken into a job.</summary>
/// <param name="Changed">What is different from the last capture of its kind.</param>
public sealed record TakenCapture(CaptureFile File, IReadOnlyList<Changed> Changed);

/// <summary>How a stored capture was read.</summary>
public sealed record KeptReading(CaptureReading Reading, IReadOnlyList<Changed> Changed);

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
        Arrange arrange => arrange.Places.Values.Select(a => a?.Unit?.ShelfPartId).OfType<string>(),
        Together together => together.Edits.SelectMany(Parts),
        _ => [],
    };

    private static Edit With(Edit edit, Dictionary<string, ShelfPart> shelf) => edit switch
    {
        Fit { Unit.ShelfPartId: { } id } fit => fit with { Unit = Unit.Of(shelf[id]) },
        Arrange arrange => arrange with { Places = arrange.Places.ToDictionary(p => p.Key, p => p.Value?.Unit?.ShelfPartId is { } id ? p.Value with { Unit = Unit.Of(shelf[id]) } : p.Value) },
        Together together => together with { Edits = [.. together.Edits.Select(e => With(e, shelf))] },
        _ => edit,
    };

    /// <summary>Takes what was sent: one capture, or all of an archive, as one edit; or stores nothing.</summary>
    public async Task<(EditOutcome? Outcome, IReadOnlyList<TakenCapture> Taken, string Sentence)> Take(
        Job job, string phase, CaptureFiles sent, Guid key, int lastSeen, Stamp stamp, CancellationToken cancel)
    {
        var files = sent.Usable.ToList();
        if (files.Count == 0) return (null, [], sent.Sentence);
        if (phase == "after" && job.State.Sheet is null) return (null, [], "Survey comes first: this job has no machine sheet to compare with. Nothing was stored.");
        var sheets = job.State.Sheet is null ? await library.Sheets(cancel) : [];
        var (edit, taken) = phase == "after"
            ? ([.. files.Select(f => (Edit)new ReadAfter(f.Reading.Seen, f.Reading.Kind))], [.. files.Select(f => new TakenCapture(f, []))])
            : Before(job.State, files, sheets, stamp);
        var captures = taken.Select(t => new NewCapture(phase, t.File.Reading.Kind, t.File.Bytes, JsonSerializer.Serialize(new KeptReading(t.File.Reading with { Seen = new Observation() }, t.Changed), Database.Json), t.File.Name)).ToList();
        var whole = edit.Count == 1 ? edit[0] : new Together(phase == "after" ? edit[0].Tell() : Told(edit, taken), edit);
        return (await jobs.Apply(job.Number, key, lastSeen, stamp, whole, captures, cancel), taken, sent.Sentence);
    }

    private static string Told(IReadOnlyList<Edit> edits, IReadOnlyList<TakenCapture> taken)
    {
        var read = string.Join(", ", taken.Select(t => t.File.Reading.Kind).Distinct());
        return edits.OfType<AdoptSheet>().FirstOrDefault() is { Sheet: var sheet } ? $"reads the {read}: {sheet.FullName}{(sheet.Draft ? ", a draft" : "")}" : $"reads the {read}";
    }

    /// <summary>Each capture lands on what the ones before it left: the first brings the sheet, none overwrites what another source says.</summary>
    private static (IReadOnlyList<Edit> Edits, IReadOnlyList<TakenCapture> Taken) Before(JobState state, IReadOnlyList<CaptureFile> files, IReadOnlyList<MachineSheet> sheets, Stamp stamp)
    {
        var edits = new List<Edit>();
        var taken = new List<TakenCapture>();
        void Do(Edit edit)
        {
            edits.Add(edit);
            state = EditFold.Apply(state, edit, stamp);
        }
        var all = files.Select(f => f.Reading.Seen).Aggregate(new Observation(), (a, b) => Readings.Over(a, b));
        if (state.Sheet is null && (AsFound.SheetFor(sheets, all) ?? SheetDraft.From(all)) is { } adopt) Do(new AdoptSheet(adopt));
        foreach (var file in files)
        {
            var (seen, by) = (file.Reading.Seen, file.Reading.Kind);
            var remarks = Remarks(state, seen).ToList();
            var changed = ReadingDiff.Of(state, seen, by);
            var found = state.Sheet is null
                ? new RecordFound(new Dictionary<string, Unit?>(), new SystemFacts { MemTotalKiB = seen.MemTotalKiB, OsBits = seen.OsBits, HostName = seen.HostName, ManagementAddress = seen.ManagementAddress }, by)
                : AsFound.From(state.Sheet, seen, by);
            Do(found with { Places = Contradictions.WithoutContradicted(state, found) });
            Do(new ReadBefore(seen, by));
            taken.Add(new TakenCapture(file with { Reading = file.Reading with { Remarks = [.. file.Reading.Remarks, .. remarks] } }, changed));
        }
        return (edits, taken);
    }

    private static IEnumerable<string> Remarks(JobState state, Observation seen)
    {
        if (state.Sheet is not { } sheet) yield break;
        if (!sheet.Draft && seen.Product is { } product && !string.Equals(product.Trim(), sheet.Name, StringComparison.OrdinalIgnoreCase))
            yield return $"The capture is from “{product}”; this job is about {sheet.FullName}.";
        if (BayMatch.CountsFromZero(sheet, seen))
            yield return "This capture counts bays from 0, the chassis from 1: every drive is taken one bay further. Check one by its lamp before anything is pulled.";
    }

    public async Task<JobView> View(Job job, CancellationToken cancel) =>
        JobView.Of(job, await library.Evidence(cancel), (await library.Shelf(cancel)).ToDictionary(p => p.Id));
}
