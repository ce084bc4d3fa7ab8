using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Processors;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Handover;

/// <summary>One thing that whoever has the machine watches after the work.</summary>
/// <param name="Sentence">One sentence, its places marked as in a finding.</param>
/// <param name="AsFoundToo">True when it was so before the work.</param>
public sealed record WatchLine(string Sentence, bool AsFoundToo);

/// <summary>What to watch after the work: what a finding warns of still, and what new parts need in their first weeks.</summary>
public static class Watch
{
    // Warnings about the work itself. They are over once its steps are done, or the array was seen as planned.
    private static readonly Rule[] OfTheWork = [MemberPulled.Weak, MemberPulled.Replaced, MemberPulled.NotKnown, ControllerFit.Foreign];

    // What nobody knew of a part beforehand. It is answered where the part was seen to work.
    private static readonly Rule[] OfTheUnknown =
    [
        DriveFit.NotTold,
        ProcessorFit.NotTold,
        Legality.NotTold,
        Legality.DarkUnknown,
        FillOrder.OrderUnknown,
    ];

    // How members are pulled is nothing that an owner watches; whether the array is whole is, until somebody saw it.
    private static readonly Rule[] OfPulling = [MemberPulled.Replaced, MemberPulled.NotKnown];

    // Common practice, no source.
    private static readonly WatchLine NewMemory = new("Memory errors in the event log in the first weeks; reseat, then replace.", false);
    private static readonly WatchLine NewDrives = new("New drives in the first weeks: their health once a week.", false);
    private static readonly WatchLine NewInArrays = new(
        "New drives in the first weeks: their health once a week, and the arrays’ state.",
        false
    );

    /// <summary>Places of arrays that were seen as expected.</summary>
    internal static HashSet<Place> SeenWhole(IReadOnlyList<ComparedLine> lines) =>
        [.. lines.Where(l => l.State == LineState.AsExpected && ExpectedDrives.IsArray(l.Expected.Key)).SelectMany(l => l.Expected.Places)];

    /// <summary>True for an array that did not run before the work and was seen as expected after it.</summary>
    internal static bool RunsAgain(Finding finding, HashSet<Place> whole) =>
        finding.Rule == MemberPulled.Down && finding.Places.Count > 0 && finding.Places.All(whole.Contains);

    /// <param name="done">True when every step at the machine is done.</param>
    public static IReadOnlyList<WatchLine> Of(
        IReadOnlyList<Finding> findings,
        IReadOnlyList<ComparedLine> lines,
        IReadOnlyList<Change> changes,
        bool done
    )
    {
        var whole = SeenWhole(lines);
        var charged = lines.Where(l => l.State == LineState.AsExpected && ExpectedControllers.IsUnit(l.Expected.Key)).ToList();
        var seen = lines.Where(l => l.State == LineState.AsExpected).SelectMany(l => l.Expected.Places).ToHashSet();
        bool Over(Finding f) =>
            (OfTheWork.Contains(f.Rule) && f.Places.Count > 0 && f.Places.All(whole.Contains))
            || (done && OfPulling.Contains(f.Rule))
            || (f.Rule == ControllerFit.Guard && f.Places.All(p => charged.Any(l => l.Expected.Places.Contains(p))))
            || (OfTheUnknown.Contains(f.Rule) && f.Places.All(seen.Contains));
        return
        [
            .. findings
                .Where(f => f is { Severity: Severity.Care, Aside: false } && !Over(f))
                .Select(f => new WatchLine(f.Sentence, f.AsFoundToo)),
            .. changes.Any(c => c.Place.IsSlot || c.Place.IsSocket) ? new[] { NewMemory } : [],
            .. changes.Any(c => c.In?.Drive is not null)
                ? new[] { lines.Any(l => ExpectedDrives.IsArray(l.Expected.Key)) ? NewInArrays : NewDrives }
                : [],
        ];
    }
}
