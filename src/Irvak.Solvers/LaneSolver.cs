using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;

namespace Irvak.Solvers;

/// <summary>A card or module with the place it is given.</summary>
/// <param name="From">Where the plan has it now.</param>
/// <param name="To">Where it goes; null when it finds no place.</param>
/// <param name="Why">Why it finds none.</param>
public sealed record LaidPart(string Part, Place From, Place? To, string? Why);

/// <summary>Where cards and modules go.</summary>
/// <param name="Splits">How each slot is to be divided; empty for whole.</param>
/// <param name="LostMBs">What the devices could move more than their links carry.</param>
/// <param name="LostBefore">The same as planned now.</param>
/// <param name="Moves">Parts of the machine that change their place.</param>
/// <param name="IsBest">True when no better one exists; false when the search ended before it was sure.</param>
public sealed record LaneAssignment(
    IReadOnlyList<LaidPart> Parts,
    IReadOnlyDictionary<string, IReadOnlyList<int>> Splits,
    Throughput LostMBs,
    Throughput LostBefore,
    int Moves,
    bool IsBest,
    string Proof,
    LayOut? Edit
);

/// <summary>
/// Gives cards and modules their places: as many as can be placed, then the least bandwidth lost, then the fewest moves and settings.
/// The parts of the score are sought one after another, each kept while the next is sought. Deterministic.
/// </summary>
public static class LaneSolver
{
    public const int MostSlots = 16,
        MostEnds = 24;

    // In the solver's own measure of work, not in seconds, so that the same question always gets the same answer.
    private const double WorkPerStage = 2;

    /// <summary>Why a question is larger than what is searched; null when it is not.</summary>
    public static string? TooLarge(LaneInput q)
    {
        var model = new LaneModel(q);
        return model.Slots.Count > MostSlots ? $"Boards of more than {MostSlots} slots are laid out by hand."
            : model.Cards.Count + model.Modules.Count > MostEnds + MostSlots ? $"More than {MostEnds} devices at once are laid out by hand."
            : null;
    }

    /// <returns>Null when the plan has no card and no module to lay out.</returns>
    public static LaneAssignment? Solve(LaneInput q, CancellationToken cancel = default)
    {
        var lanes = new LaneModel(q);
        if (lanes.Cards.Count + lanes.Modules.Count == 0)
            return null;
        var found = LaneProgram.Search(lanes, WorkPerStage, cancel);
        List<LaidPart> parts =
        [
            .. lanes.Cards.Select(
                (c, i) => new LaidPart(c.Unit.Short, c.Place, found.Cards[i]?.Place, found.Cards[i] is null ? lanes.WhyNot(i) : null)
            ),
            .. lanes.Modules.Select(
                (m, i) =>
                    new LaidPart(
                        m.Unit.Short,
                        m.Place,
                        found.ModulePlaces[i],
                        found.ModulePlaces[i] is null ? "no place is left that opens a link for it" : null
                    )
            ),
        ];
        var splits = lanes
            .Cards.Select((_, i) => found.Cards[i])
            .OfType<LaneOption>()
            .Where(o => o.Split is not null && o.Slot is not null)
            .ToDictionary(o => o.Slot!, o => o.Split!);
        var moves = parts.Where(p => p.To != p.From).ToDictionary(p => p.From, p => p.To);
        var changed = splits.Where(s => !s.Value.SequenceEqual(q.SplitOf(s.Key))).ToDictionary(s => s.Key, s => s.Value);
        var before = Lost(LaneSheet.Of(q));
        return new(
            parts,
            splits,
            found.Lost,
            before,
            parts.Count(p => p.To is not null && p.To != p.From),
            found.Proof is null,
            found.Proof ?? "No better layout exists; the search looked at all of them.",
            moves.Count + changed.Count == 0 ? null : new LayOut(moves, changed, Tell(moves, changed))
        );
    }

    private static string Tell(Dictionary<Place, Place?> moves, Dictionary<string, IReadOnlyList<int>> splits)
    {
        var parts = new List<string>();
        if (moves.Count > 0)
            parts.Add($"lays out {moves.Count} {(moves.Count == 1 ? "part" : "parts")} anew");
        if (splits.Count > 0)
            parts.Add("divides " + string.Join(", ", splits.Select(s => $"{s.Key} {Splitting.Words(s.Value)}")));
        return string.Join(" and ", parts) is var text && text.Length > 200 ? text[..199] + "…" : string.Join(" and ", parts);
    }

    /// <summary>What the devices of a plan could move more than their links carry.</summary>
    public static Throughput Lost(LaneSheet sheet) =>
        Throughput.Sum(
            sheet
                .Branches.Where(b => b.Bus is null && b.Kind != PlaceKind.Bay)
                .SelectMany(b => b.Ends)
                .Where(e => e.State is EndState.Full or EndState.Less or EndState.Unseen)
                .Select(LaneModel.LostOf)
        );
}
