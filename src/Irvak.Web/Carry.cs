using Irvak.Core;
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
    /// <summary>What a plain line brings: its modules placed, its wishes, the reason as a note. Nothing is assumed of the
    /// machine.</summary>
    public static Edit? Of(JobState state, PlainLine line, CancellationToken cancel)
    {
        List<Edit> edits =
        [
            .. Wishes(line.WishGiB, (decimal?)line.SpaceTB, line.Failures),
            .. state.Sheet is null || line.Modules is null ? [] : Placed(state, line.Modules, cancel),
        ];
        if (state.Sheet is not null)
            edits.AddRange(PlainDrives.Into(state, line));
        var notes = edits.OfType<SetNote>().Select(n => n.Text).Prepend(line.Reason).OfType<string>().ToList();
        edits.RemoveAll(e => e is SetNote);
        if (notes.Count > 0)
            edits.Add(SetNote.OfMachine(string.Join('\n', notes)));
        return edits.Count == 0 ? null : new Together("takes up what is to be done", edits);
    }

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
        edits.AddRange(Wishes(carried.WishGiB, carried.SpaceTB, carried.Failures));
        edits.AddRange(Placed(bare, carried.Modules, cancel));
        if (carried.Note?.Trim() is { Length: > 0 and <= 500 } note && !edits.OfType<SetNote>().Any())
            edits.Add(new SetNote("machine", note));
        return edits.Count == 0 ? null : new Together("carries a quick sum into the job", edits);
    }

    private static IEnumerable<Edit> Wishes(int? gib, decimal? space, int? failures)
    {
        if (gib is > 0 and <= 1_048_576)
            yield return new SetWish(WishKind.MemoryGiB, gib.Value);
        if (space is > 0 and <= 1_000_000)
            yield return new SetWish(WishKind.UsableTB, space.Value);
        if (failures is > 0 and <= 100)
            yield return new SetWish(WishKind.Failures, failures.Value);
    }

    /// <summary>Modules by their labels, where they run best in a machine.</summary>
    private static List<Edit> Placed(JobState state, string? modules, CancellationToken cancel)
    {
        var edits = new List<Edit>();
        List<ModuleLine> lines = [.. ModuleLines.Read(modules)];
        edits.AddRange(
            lines.Where(l => l.Reading.Problem is not null).Select(l => SetNote.OfMachine($"Not placed: {l.Typed}. {l.Reading.Problem}"))
        );
        var hand = ModuleLines.Pieces(lines).Select(m => new HandModule(new Unit { Module = m, Source = "label" }, null)).ToList();
        var q = QuickBoard.Ask(state);
        if (hand.Count == 0 || Solved(q, state, hand, cancel) is not { } placed)
            return edits;
        edits.AddRange(
            placed
                .Slots.Where(s => s.Value.From is null)
                .OrderBy(s => s.Key, StringComparer.Ordinal)
                .Select(s => new Fit(Place.Slot(s.Key), s.Value.Unit))
        );
        // What finds no place is not lost on the way: it stands in the notes with its reason.
        if (placed.Out.Count > 0)
            edits.Add(
                SetNote.OfMachine(
                    string.Join(
                        "\n",
                        placed
                            .Out.GroupBy(o => (o.Module.Module.Long, o.Why))
                            .Select(g => $"Not placed: {g.Count()} × {g.Key.Long}. {g.Key.Why}")
                    )
                )
            );
        return edits;
    }

    /// <summary>Beside what another job left, where all of that can stay; else as if the board were bare.</summary>
    private static Placement? Solved(Question q, JobState state, List<HandModule> hand, CancellationToken cancel)
    {
        List<HandModule> stays =
        [
            .. state.Recalled.Where(r => r.Value.Unit?.Module is not null).Select(r => new HandModule(r.Value.Unit!, r.Key.Name)),
        ];
        foreach (var all in stays.Count > 0 ? new[] { [.. stays, .. hand], hand } : [hand])
            if (
                PlacementSolver.TooLarge(q.Memory, all) is null
                && PlacementSolver.Solve(q.Memory, all, cancel) is { } placed
                && (all == hand || stays.TrueForAll(s => placed.Slots.GetValueOrDefault(s.From!) == s))
            )
                return placed;
        return null;
    }
}
