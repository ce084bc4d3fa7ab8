using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Lists;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Steps;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Handover;

/// <summary>job → the page that the owner gets.</summary>
public static class HandoverWriter
{
    public static HandoverPage Of(JobHead job, JobState state, Question q, Evaluation evaluation, IReadOnlyList<ComparedLine> all)
    {
        IReadOnlyList<ComparedLine> lines = [.. all.Where(l => !l.Aside)];
        List<OpenPoint> open = [.. Stops(evaluation, Handover.Watch.SeenWhole(lines)), .. Points(lines)];
        return new HandoverPage
        {
            Job = job,
            Machine = Machine(q.Machine.Sheet, q.Machine.System),
            Lead = Handover.Lead.Of(evaluation.Memory, q.Machine.Changes, lines),
            Open = open,
            TooEarly = TooEarly(lines),
            Done =
            [
                .. Backup(state, evaluation.Runbook),
                .. Parts(q),
                .. Imported(q, state, evaluation.Runbook),
                .. Arrays(evaluation.Arrays),
                .. Data(evaluation.Moves),
            ],
            Wished = WishedLines.Of(state, evaluation),
            Watch = Handover.Watch.Of(
                evaluation.Findings,
                lines,
                q.Machine.Changes,
                evaluation.Runbook.Steps.Count > 0 && evaluation.Runbook.Left(state.Ticks) == 0
            ),
            Settings = [.. evaluation.Runbook.Steps.Where(s => s.IsSetting).Select(s => s.Title)],
            Notes = [.. state.Notes.Select(n => new NoteLine(Place.NameIn(n.Key), n.Value))],
            Fates = [.. evaluation.Leaving.Select(Fate)],
            Policy = state.Policy.Name(),
            OffList = [.. Limits.OffList(q.Memory), .. DriveFit.BeyondList(q.Machine), .. ListFit.OffList(q.Storage)],
            Lines = [.. lines.Select(Seen)],
            LeftAside = Aside(all.Count - lines.Count, evaluation.Findings.Count(f => f is { Severity: Severity.Care, Aside: true })),
            CameIn =
            [
                .. InOrder(q, q.Machine.Changes.Where(c => c is { In: not null, MovedFrom: null }))
                    .Select(c => new PartLine(c.Place, c.In!.Long, c.In.Serial, null)),
            ],
            Left = [.. evaluation.Runbook.CameOut.Select(l => new PartLine(l.Place, l.Part, l.Serial, l.LiesIn))],
            HandedOver = state.HandedOver,
        };
    }

    /// <param name="lines">Lines that nobody looked at, because they are about something else.</param>
    /// <param name="cares">What was so before, and is about something else.</param>
    private static string? Aside(int lines, int cares)
    {
        const string Elsewhere = " about what this job had nothing to do with";
        var looked = lines > 0 ? $"{Say.Count(lines, "line", "lines")}{Elsewhere}: not looked at." : null;
        var was = cares > 0 ? $"{Say.Count(cares, "remark", "remarks")}{(lines > 0 ? "" : Elsewhere)}: as before." : null;
        return looked is null ? was
            : was is null ? looked
            : $"{looked} {was}";
    }

    private static string Machine(MachineSheet sheet, SystemFacts system) =>
        sheet.FullName
        + (system.BoardRevision is { } revision ? $", board revision {revision}" : "")
        + (system.Serial is { } serial ? $", serial {serial}" : "");

    private static IEnumerable<OpenPoint> Stops(Evaluation evaluation, HashSet<Place> whole) =>
        evaluation
            .Findings.Where(f => f.Severity == Severity.Stop && !Handover.Watch.RunsAgain(f, whole))
            .Select(f => new OpenPoint(OpenKind.Stop, "Stop", f.Sentence));

    private static IEnumerable<OpenPoint> Points(IReadOnlyList<ComparedLine> lines)
    {
        static string At(ComparedLine l, string rest) => $"{l.Expected.Screen}, {l.Expected.What}: {rest}";
        foreach (var l in lines.Where(l => l.State == LineState.Deviates))
            yield return new(OpenKind.Deviates, "Deviates", At(l, $"{l.Told ?? "something else"} instead of {l.Expected.Expected}"));
        foreach (var l in lines.Where(l => l.State is LineState.NotLookedAt or LineState.NotYet))
            yield return l.State == LineState.NotYet
                ? new(OpenKind.NotYet, "Not yet through", At(l, l.Seen ?? $"{l.Expected.Expected} expected"))
                : new(OpenKind.NotLookedAt, "Not looked at", At(l, l.Seen ?? $"{l.Expected.Expected} expected"));
    }

    private static string? TooEarly(IReadOnlyList<ComparedLine> lines)
    {
        var deviate = lines.Count(l => l.State == LineState.Deviates);
        var open = lines.Count(l => l.State is not (LineState.Deviates or LineState.AsExpected));
        return lines.Count == 0 ? "Nothing is expected of this machine: there was nothing to look at, and nothing is proved."
            : deviate > 0 ? $"{Say.Count(deviate, "line deviates", "lines deviate")}: Proof has the next action."
            : open > 0 ? $"{open} of {Say.Count(lines.Count, "line", "lines")} {(open == 1 ? "has" : "have")} not been looked at."
            : null;
    }

    private static IEnumerable<Change> InOrder(Question q, IEnumerable<Change> changes) =>
        SheetPlaces.InOrder(q.Machine.Sheet, changes, c => c.Place);

    private static IEnumerable<string> Parts(Question q)
    {
        var changes = InOrder(q, q.Machine.Changes).ToList();
        foreach (var same in changes.Where(c => c is { In: not null, MovedFrom: null }).GroupBy(c => c.In!.Long))
            yield return $"{same.Count()} × {same.Key} into {Say.Slots([.. same.Select(c => c.Place)])}";
        foreach (var c in changes)
            if (c.MovedFrom is { } from)
                yield return $"{c.In?.Short} moved from {Say.Place(from)} to {Say.Place(c.Place)}";
        foreach (var c in changes)
            if (c is { Out: not null, MovedTo: null })
                yield return $"{c.Out.Short} out of {Say.Place(c.Place)}";
    }

    private static IEnumerable<string> Imported(Question q, JobState state, Runbook runbook) =>
        from foreign in ForeignArray.Of(q.Storage)
        let who = runbook.TickOf(DriveSteps.ImportPrefix + foreign.Array.Name, state.Ticks)?.Who
        select $"Array {foreign.Array.Name} of {foreign.Was.Name}: "
            + (
                who is null
                    ? $"to be imported on {foreign.Now.Name}, nobody says that it was"
                    : $"imported on {foreign.Now.Name}, says {who}"
            );

    private static IEnumerable<string> Arrays(ArraySheet arrays) =>
        from array in arrays.Planned
        where array is { Why: null, Capacity: not null } && arrays.Found.All(f => f.Plan.Name != array.Plan.Name)
        select $"Array {array.Plan.Name}: {array.Words.ToLowerInvariant()} over "
            + $"{Say.Slots(array.Plan.Members)}, {DiskSpace.TB(array.Capacity!.Usable)} "
            + $"({DiskSpace.Binary(array.Capacity.Usable)}), survives "
            + $"{Say.Count(array.Surely, "failed drive", "failed drives")}. Not a backup.";

    /// <summary>Who says that there is a backup, and that it was read back.</summary>
    private static IEnumerable<string> Backup(JobState state, Runbook runbook)
    {
        if (state.Moving.Backup is { } plan && runbook.TickOf(BackupSteps.Write, state.Ticks) is { } written)
            yield return $"Backup of {BackupHours.Words(plan with { Verify = false })}: written, says {written.Who}; "
                + (
                    runbook.TickOf(BackupSteps.ReadBack, state.Ticks) is { } read
                        ? $"{(plan.Verify ? "read back and compared" : "a trial set read back")}, says {read.Who}"
                        : "nobody says that it was read back"
                );
        if (state.Checks.TryGetValue("backup", out var before))
            yield return "Before the work, about a backup that was read back: "
                + (before.Good ? "there is one" : "there is none to rely on")
                + $"{(before.Note is { } note ? $", “{note}”" : "")}, says {before.Who}";
    }

    private static IEnumerable<string> Data(IReadOnlyList<MoveSubject> moves) =>
        from move in moves
        where move.Planned is not null
        select $"{move.Name}: "
            + $"{move.Options.First(o => o.Way == move.Planned!.Way).Name.ToLowerInvariant()}"
            + $"{(move.Planned!.To is { } to ? $", to {Place.NameIn(to)}" : "")}";

    private static FateLine Fate(LeavingDrive drive)
    {
        var what = $"{drive.Name} of {Say.Place(drive.Place)}{(drive.Serial is { } serial ? $", serial {serial}" : "")}";
        if (drive.Planned is not { } planned)
            return new(what, "not said yet: they may still be readable", null);
        var way = drive.Options.First(o => o.Way == planned.Way).Name;
        return planned is { Who: { } who, When: { } when }
            ? new(what, way, new(who, when, way))
            : new(what, planned.Way == WipeWay.Keep ? way : $"{way}, not done yet", null);
    }

    private static SeenLine Seen(ComparedLine line) =>
        new(
            line.Expected.Screen,
            line.Expected.What,
            line.Expected.Expected,
            line.Seen,
            line.State,
            line.State switch
            {
                LineState.Deviates => "deviates",
                LineState.NotYet => "not yet through",
                _ => "",
            },
            line.By is not { } by ? "not looked at"
                : line.ByEye ? "by " + by
                : by
        );
}
