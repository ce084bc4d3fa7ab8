using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
using Irvak.Core.Memory;
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
    private static readonly Rule[] OfTheWork = [MemberPulled.Weak, MemberPulled.Replaced, MemberPulled.NotKnown];

    // What nobody knew of a part beforehand. It is answered where the part was seen to work.
    private static readonly Rule[] OfTheUnknown = [DriveFit.NotTold, Legality.NotTold, Legality.DarkUnknown, FillOrder.OrderUnknown];

    // How members are pulled is nothing that an owner watches; whether the array is whole is, until somebody saw it.
    private static readonly Rule[] OfPulling = [MemberPulled.Replaced, MemberPulled.NotKnown];

    // Common practice, no source.
    private static readonly WatchLine NewMemory = new("Memory errors in the event log in the first weeks; reseat, then replace.", false);
    private static readonly WatchLine NewDrives = new("New drives in the first weeks: their health once a week.", false);
    private static readonly WatchLine NewInArrays = new(
        "New drives in the first weeks: their health once a week, and the arrays’ state.",
        false
    );

    /// <param name="done">True when every step at the machine is done.</param>
    public static IReadOnlyList<WatchLine> Of(
        IReadOnlyList<Finding> findings,
        IReadOnlyList<ComparedLine> lines,
        IReadOnlyList<Change> changes,
        bool done
    )
    {
        var whole = lines
            .Where(l => l.State == LineState.AsExpected && ExpectedDrives.IsArray(l.Expected.Key))
            .SelectMany(l => l.Expected.Places)
            .ToHashSet();
        var seen = lines.Where(l => l.State == LineState.AsExpected).SelectMany(l => l.Expected.Places).ToHashSet();
        bool Over(Finding f) =>
            (OfTheWork.Contains(f.Rule) && f.Places.Count > 0 && f.Places.All(whole.Contains))
            || (done && OfPulling.Contains(f.Rule))
            || (OfTheUnknown.Contains(f.Rule) && f.Places.All(seen.Contains));
        return
        [
            .. findings.Where(f => f.Severity == Severity.Care && !Over(f)).Select(f => new WatchLine(f.Sentence, f.AsFoundToo)),
            .. changes.Any(c => c.Place.IsSlot || c.Place.IsSocket) ? new[] { NewMemory } : [],
            .. changes.Any(c => c.In?.Drive is not null)
                ? new[] { lines.Any(l => ExpectedDrives.IsArray(l.Expected.Key)) ? NewInArrays : NewDrives }
                : [],
        ];
    }
}
