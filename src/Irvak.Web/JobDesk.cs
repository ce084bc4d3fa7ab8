using System.Text.Json;
using Irvak.Captures;
using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Lanes;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quick;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Store;
using Irvak.Web.Endpoints;
using Microsoft.Extensions.Options;

namespace Irvak.Web;

/// <summary>A capture that was taken into a job.</summary>
/// <param name="Changed">What is different from the last capture of its kind.</param>
public sealed record TakenCapture(CaptureFile File, IReadOnlyList<Changed> Changed);

/// <summary>What became of something that was sent.</summary>
/// <param name="Outcome">Null when nothing of it could be taken; the sentence says why.</param>
/// <param name="LeftOut">Files of other machines.</param>
public sealed record Taking(EditOutcome? Outcome, IReadOnlyList<TakenCapture> Taken, string Sentence, IReadOnlyList<LeftOut> LeftOut);

/// <summary>How a stored capture was read.</summary>
public sealed record KeptReading(CaptureReading Reading, IReadOnlyList<Changed> Changed);

/// <summary>Carries a value along its way: capture → reading → edit → job. The endpoints and the demo both work through it.</summary>
public sealed class JobDesk(
    Jobs jobs,
    Library library,
    ShownJobs shown,
    IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json,
    ILogger<JobDesk> log
)
{
    /// <summary>What judges a job in one request, with the shelf and the evidence as they are now.</summary>
    public async Task<Judging> Judging(CancellationToken cancel)
    {
        var (evidence, shelf) = await library.Now(cancel);
        return new(evidence, shelf, json.Value.SerializerOptions, shown);
    }

    /// <summary>Judges jobs with parts that are to come onto the shelf.</summary>
    private async Task<Judging> Judging(IReadOnlyList<ShelfPart> more, CancellationToken cancel)
    {
        var (evidence, now) = await library.Now(cancel);
        var shelf = new Dictionary<string, ShelfPart>(now);
        foreach (var part in more)
            shelf[part.Id] = part;
        // What might be is not what was shown.
        return new(evidence, shelf, json.Value.SerializerOptions, new ShownJobs());
    }

    /// <summary>Applies an edit that somebody sent; the answer is the job after it, or a refusal.</summary>
    public async Task<IResult> Apply(string number, Guid key, int lastSeen, Stamp stamp, Edit edit, CancellationToken cancel)
    {
        // The shelf as this host holds it, mostly the newest: whether it is, is asked along with the job. Only what failed with it is tried
        // with the newest.
        if (library.AtHand is var (evidence, shelf, seen) && await Tried(evidence, shelf, seen) is { } done)
            return done;
        (evidence, shelf) = await library.Now(cancel);
        return (await Tried(evidence, shelf, null))!;

        async Task<IResult?> Tried(EvidenceBook evidence, ShelfBook shelf, LibraryVersion? seen)
        {
            var (resolved, unresolved) = Resolved(edit, shelf);
            if (unresolved is not null)
                return seen is null ? Problems.Invalid(unresolved) : null;
            var judging = new Judging(evidence, shelf, json.Value.SerializerOptions, shown);
            var written = WriteKey.Of(key, stamp.Who, edit);
            var outcome = await jobs.Apply(number, written, lastSeen, stamp, resolved, [], judging.Judge, seen, cancel);
            return outcome is EditOutcome.Outdated ? null : Answer(outcome, number, judging);
        }
    }

    public async Task<IResult> Undo(string number, Guid key, Stamp stamp, bool withDependents, CancellationToken cancel)
    {
        var judging = await Judging(cancel);
        return Answer(
            await jobs.Undo(number, WriteKey.Of(key, "undo", stamp.Who, withDependents), stamp, withDependents, judging.Judge, cancel),
            number,
            judging
        );
    }

    public async Task<IResult> Redo(string number, Guid key, Stamp stamp, CancellationToken cancel)
    {
        var judging = await Judging(cancel);
        return Answer(await jobs.Redo(number, WriteKey.Of(key, "redo", stamp.Who), stamp, judging.Judge, cancel), number, judging);
    }

    public IResult Answer(EditOutcome outcome, string number, Judging judging)
    {
        if (outcome is EditOutcome.Unworkable { Cause: var cause })
            log.LogError(cause, "An edit of job {Number} was refused: the job can't be worked out with it.", number);
        return outcome is EditOutcome.Applied applied ? judging.Answer(applied.Job, log) : Problems.From(outcome, number);
    }

    /// <summary>Why parts can't come onto the shelf: jobs could not be worked out beside them. Null when they can.</summary>
    public async Task<SheetProblem?> Refusal(IReadOnlyList<ShelfPart> parts, Listings listings, CancellationToken cancel)
    {
        try
        {
            foreach (var part in parts)
            {
                var read = Database.FromJson<ShelfPart>(Database.ToJson(part));
                if (PartView.Of(read).Long.Length == 0 || ShelfWords.Of(read).Length == 0)
                    return new("/", $"{part.Id} has no words to be found by.");
            }
            var (open, _) = await listings.Newest(null, null, MostTried, cancel);
            var (without, with) = (await Judging(cancel), await Judging(parts, cancel));
            foreach (var number in open.Take(MostTried).Select(j => j.Number))
                // A job that can't be worked out anyway says nothing of the parts.
                if (await jobs.Find(number, cancel) is { } job && without.Seen(job, log).WorksOut)
                    with.Judge(job);
            return null;
        }
        catch (Exception e) when (e is not (OperationCanceledException or OutOfMemoryException or Npgsql.NpgsqlException))
        {
            log.LogError(e, "Parts were refused: a job can't be worked out with them on the shelf.");
            return new(
                "/",
                $"With {(parts.Count == 1 ? "it" : "them")} on the shelf the "
                    + $"{DamagedPart.Of(e)} of a job could not be worked out; nothing was stored."
            );
        }
    }

    // Jobs on the bench that new parts are tried on.
    private const int MostTried = 4;

    /// <summary>Shelf parts enter a plan with the facts of the shelf, whatever the sender wrote beside the id.</summary>
    public async Task<(Edit Edit, SheetProblem? Problem)> Resolve(Edit edit, CancellationToken cancel) =>
        Resolved(edit, await library.Shelf(cancel));

    private static (Edit Edit, SheetProblem? Problem) Resolved(Edit edit, ShelfBook shelf)
    {
        var missing = Parts(edit).FirstOrDefault(id => !shelf.ContainsKey(id));
        return missing is null
            ? (With(edit, shelf), null)
            : (edit, new SheetProblem("/edit/unit/shelfPartId", $"There is no part {missing} on the shelf."));
    }

    private static IEnumerable<string> Parts(Edit edit) =>
        edit switch
        {
            Fit { Unit.ShelfPartId: { } id } => [id],
            Arrange arrange => arrange.Places.Values.Select(a => a?.Unit?.ShelfPartId).OfType<string>(),
            Together together => together.Edits.SelectMany(Parts),
            _ => [],
        };

    /// <summary>What a part is comes from the shelf; the number that this piece of it bears is known only to who sends it.</summary>
    private static Unit Piece(ShelfPart part, Unit sent) => Unit.Of(part) with { Serial = sent.Serial };

    private static Edit With(Edit edit, ShelfBook shelf) =>
        edit switch
        {
            Fit { Unit.ShelfPartId: { } id } fit => fit with { Unit = Piece(shelf[id], fit.Unit) },
            Arrange arrange => arrange with
            {
                Places = arrange.Places.ToDictionary(
                    p => p.Key,
                    p => p.Value?.Unit?.ShelfPartId is { } id ? p.Value with { Unit = Piece(shelf[id], p.Value.Unit) } : p.Value
                ),
            },
            Together together => together with { Edits = [.. together.Edits.Select(e => With(e, shelf))] },
            _ => edit,
        };

    /// <summary>Takes what was sent: one capture, or all of an archive that is of one machine, as one edit; or stores nothing.</summary>
    /// <param name="machine">The machine that a person chose, where files tell of several; null to go by the job.</param>
    public async Task<Taking> Take(
        Job job,
        string phase,
        CaptureFiles sent,
        WriteKey key,
        int lastSeen,
        Stamp stamp,
        Judge judge,
        string? machine,
        CancellationToken cancel
    )
    {
        var (files, others) = OneMachine.Of(job.State, sent.Usable, f => new(f.Name, f.Reading.Kind, f.Reading.Seen), machine);
        if (files.Count == 0)
            return new(null, [], others is [var first, ..] ? first.Sentence + " Nothing was stored." : sent.Sentence, others);
        if (phase == "after" && job.State.Sheet is null)
            return new(null, [], "Survey comes first: this job has no machine sheet to compare with. Nothing was stored.", []);
        var sheets = job.State.Sheet is null ? await library.Sheets(cancel) : [];
        var (whole, taken, captures) = Kept(job.State, phase, files, sheets, stamp);
        return new(await jobs.Apply(job.Number, key, lastSeen, stamp, whole, captures, judge, null, cancel), taken, sent.Sentence, others);
    }

    /// <summary>What a job begins with: its sheet, what a quick sum carries into it when that fits, or a capture. Null with a sentence when
    /// the capture begins nothing.</summary>
    public async Task<(IReadOnlyList<Edit>? Edits, IReadOnlyList<NewCapture> Captures, string Sentence)> First(
        MachineSheet? sheet,
        BeginRequest request,
        Stamp stamp,
        CancellationToken cancel
    )
    {
        var (carried, capture) = (request.Carry, request.Capture);
        var line = request.Line is { Length: > 0 } typed ? PlainLine.Of(typed) : null;
        var (edits, state) = (new List<Edit>(), JobState.Start);
        void Do(Edit edit)
        {
            if (EditFold.Refusal(state, edit) is not null)
                return;
            edits.Add(edit);
            state = EditFold.Apply(state, edit, stamp);
        }
        if (request.Purposes.Count > 0)
            Do(new SetPurposes([.. request.Purposes.Distinct()]));
        if (sheet is not null)
            Do(new AdoptSheet(sheet));
        if (request.From is { } from)
        {
            if (await jobs.Find(from.Number, cancel) is not { } like)
                return (null, [], $"There is no job {from.Number} to begin from; nothing was stored.");
            foreach (var edit in LikeJob.Edits(like, from.Same))
                Do(edit);
        }
        if (carried is not null && state.Sheet is not null && Carry.Of(state, carried, cancel) is { } more)
            Do(more);
        if (line is not null && Carry.Of(state, line, cancel) is { } said)
            Do(said);
        if (capture is null)
            return (edits, [], "");
        if (System.Text.Encoding.UTF8.GetByteCount(capture) > CaptureReader.MostBytes)
            return (null, [], "It is larger than 8 MiB; nothing was stored.");
        var sent = CaptureFiles.Open(System.Text.Encoding.UTF8.GetBytes(capture), null);
        var files = sent.Usable.ToList();
        if (files.Count == 0)
            return (null, [], sent.Sentence);
        var (whole, _, captures) = Kept(state, "before", files, state.Sheet is null ? await library.Sheets(cancel) : [], stamp);
        return ([.. edits, whole], captures, sent.Sentence);
    }

    private static (Edit Whole, IReadOnlyList<TakenCapture> Taken, IReadOnlyList<NewCapture> Captures) Kept(
        JobState state,
        string phase,
        List<CaptureFile> files,
        IReadOnlyList<MachineSheet> sheets,
        Stamp stamp
    )
    {
        var (edit, taken) =
            phase == "after"
                ? (
                    [.. files.Select(f => (Edit)new ReadAfter(f.Reading.Seen, f.Reading.Kind))],
                    [.. files.Select(f => new TakenCapture(f, []))]
                )
                : Before(state, files, sheets, stamp);
        var captures = taken
            .Select(t => new NewCapture(
                phase,
                t.File.Reading.Kind,
                t.File.Bytes,
                JsonSerializer.Serialize(new KeptReading(t.File.Reading with { Seen = new Observation() }, t.Changed), Database.Json),
                t.File.Name
            ))
            .ToList();
        return (edit.Count == 1 ? edit[0] : new Together(phase == "after" ? edit[0].Tell() : Told(edit, taken), edit), taken, captures);
    }

    private static string Told(IReadOnlyList<Edit> edits, IReadOnlyList<TakenCapture> taken)
    {
        var read = string.Join(", ", taken.Select(t => t.File.Reading.Kind).Distinct());
        return edits.OfType<AdoptSheet>().FirstOrDefault() is { Sheet: var sheet }
            ? $"reads the {read}: {sheet.FullName}{(sheet.Draft ? ", a draft" : "")}"
            : $"reads the {read}";
    }

    /// <summary>Each capture lands on what the ones before it left: the first brings the sheet, none overwrites what another source
    /// says.</summary>
    private static (IReadOnlyList<Edit> Edits, IReadOnlyList<TakenCapture> Taken) Before(
        JobState state,
        IReadOnlyList<CaptureFile> files,
        IReadOnlyList<MachineSheet> sheets,
        Stamp stamp
    )
    {
        var edits = new List<Edit>();
        var taken = new List<TakenCapture>();
        void Do(Edit edit)
        {
            edits.Add(edit);
            state = EditFold.Apply(state, edit, stamp);
        }
        var all = files.Select(f => f.Reading.Seen).Aggregate(new Observation(), (a, b) => Readings.Over(a, b));
        if (state.Sheet is null && (AsFound.SheetFor(sheets, all) ?? SheetDraft.From(all)) is { } adopt)
            Do(new AdoptSheet(adopt));
        foreach (var file in files)
        {
            var (seen, by) = (file.Reading.Seen, file.Reading.Kind);
            // Nobody told a draft of its bays; the table of a controller does.
            if (state.Sheet is { } draft && SheetDraft.WithBays(CarrierPlaces.Without(draft), seen) is { } more)
                Do(new AdoptSheet(more));
            var remarks = Remarks(state, seen).ToList();
            var changed = ReadingDiff.Of(state, seen, by);
            var found = state.Sheet is null
                ? new RecordFound(
                    new Dictionary<Place, Unit?>(),
                    new SystemFacts
                    {
                        MemTotalKiB = seen.MemTotalKiB,
                        OsBits = seen.OsBits,
                        OsKind = seen.OsKind,
                        HostName = seen.HostName,
                        ManagementAddress = seen.ManagementAddress,
                    },
                    by
                )
                : AsFound.From(state.Sheet, seen, by);
            Do(found with { Places = Contradictions.WithoutContradicted(state, found) });
            Do(new ReadBefore(seen, by));
            taken.Add(
                new TakenCapture(file with { Reading = file.Reading with { Remarks = [.. file.Reading.Remarks, .. remarks] } }, changed)
            );
        }
        return (edits, taken);
    }

    private static IEnumerable<string> Remarks(JobState state, Observation seen)
    {
        if (state.Sheet is not { } sheet)
            yield break;
        if (!sheet.Draft && seen.Product is { } product && !string.Equals(product.Trim(), sheet.Name, StringComparison.OrdinalIgnoreCase))
            yield return $"The capture is from “{product}”; this job is about {sheet.FullName}.";
        if (BayMatch.CountsFromZero(sheet, seen))
            yield return "This capture counts bays from 0, the chassis from 1: every drive is "
                + "taken one bay further. Check one by its lamp before anything is pulled.";
    }

    public async Task<JobView> View(Job job, CancellationToken cancel) => (await Judging(cancel)).Seen(job, log);

    public async Task<IResult> Show(Job job, CancellationToken cancel) => (await Judging(cancel)).Answer(job, log);
}
