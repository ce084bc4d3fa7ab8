using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quick;
using Irvak.Core.Survey;
using Irvak.Solvers;
using Irvak.Web.Endpoints;

namespace Irvak.Web;

/// <summary>Carries a quick sum into a job: processors as assumed there, the wish, the modules placed.</summary>
internal static class Carry
{
    /// <summary>One edit that a person can take back as a whole; null when nothing is carried.</summary>
    public static Edit? Of(JobState state, Carried carried, CancellationToken cancel)
    {
        if (state.Sheet is not { } sheet)
            return null;
        var edits = new List<Edit>();
        var bare = QuickBoard.Of(sheet, carried.Sockets, carried.Processor, new SystemFacts());
        if (sheet.Processors.Count > 0)
            edits.Add(
                new RecordFound(
                    bare.Found.ToDictionary(u => u.Key, u => (Unit?)(u.Value with { Source = "quick sum, not looked at" })),
                    carried.OsBits is 32 or 64 ? new SystemFacts { OsBits = carried.OsBits } : null,
                    "quick sum"
                )
            );
        if (carried.WishGiB is > 0 and <= 1_048_576 and var wish)
            edits.Add(new SetWish(WishKind.MemoryGiB, wish));
        if (carried.SpaceTB is > 0 and <= 1_000_000 and var space)
            edits.Add(new SetWish(WishKind.UsableTB, space));
        if (carried.Failures is > 0 and <= 100 and var failures)
            edits.Add(new SetWish(WishKind.Failures, failures));
        var hand = ModuleLines
            .Pieces(ModuleLines.Read(carried.Modules))
            .Select(m => new HandModule(new Unit { Module = m, Source = "label" }, null))
            .ToList();
        var q = QuickBoard.Ask(bare);
        if (
            hand.Count > 0
            && PlacementSolver.TooLarge(q.Memory, hand) is null
            && PlacementSolver.Solve(q.Memory, hand, cancel) is { Slots.Count: > 0 } placed
        )
        {
            edits.AddRange(placed.Slots.OrderBy(s => s.Key, StringComparer.Ordinal).Select(s => new Fit(Place.Slot(s.Key), s.Value.Unit)));
            // What finds no place is not lost on the way: it stands in the notes with its reason.
            if (placed.Out.Count > 0)
            {
                var left = string.Join(
                    "\n",
                    placed
                        .Out.GroupBy(o => (o.Module.Module.Long, o.Why))
                        .Select(g => $"Not placed: {g.Count()} × {g.Key.Long}. {g.Key.Why}")
                );
                edits.Add(new SetNote("machine", left.Length > SetNote.Longest ? left[..SetNote.Longest] : left));
            }
        }
        if (carried.Note?.Trim() is { Length: > 0 and <= 500 } note && !edits.OfType<SetNote>().Any())
            edits.Add(new SetNote("machine", note));
        return edits.Count == 0 ? null : new Together("carries a quick sum into the job", edits);
    }
}
