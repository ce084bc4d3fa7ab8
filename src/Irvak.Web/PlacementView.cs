using Irvak.Core;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Irvak.Solvers;

namespace Irvak.Web;

/// <summary>A module of a placement and where it goes.</summary>
/// <param name="From">Slot it was found in; null when it comes in.</param>
public sealed record PlacedView(Place Place, string Short, int? CapacityMiB, ModuleType? Type, Place? From);

/// <summary>One side of the comparison.</summary>
public sealed record PlacementSide(IReadOnlyList<PlacedView> Slots, MemoryFigures Figures, PlacementScore Score, int Stops, int Cares);

/// <summary>Modules that find no place.</summary>
/// <param name="From">Slots they were found in; empty for those that would come in.</param>
public sealed record StaysOutView(string Module, int Count, IReadOnlyList<string> From, string Why);

/// <summary>A computed placement beside the plan as it stands; nothing is changed until its edit is sent.</summary>
public sealed record PlacementView(
    PlacementSide Now,
    PlacementSide Proposed,
    IReadOnlyList<StaysOutView> Out,
    bool IsBest,
    string Proof,
    string? Instead,
    bool Same,
    Edit Edit
)
{
    /// <param name="more">Parts of the shelf to place besides what the plan holds.</param>
    /// <returns>The view, or one sentence why there is none.</returns>
    public static (PlacementView? View, string? Problem) Of(
        JobState state,
        EvidenceBook evidence,
        IReadOnlyDictionary<string, ShelfPart> shelf,
        IReadOnlyList<Core.Builds.Unit> more,
        CancellationToken cancel
    )
    {
        var q = Question.Of(state, evidence, shelf);
        var hand = Hand(state).Concat(more.Select(u => new HandModule(u, null))).ToList();
        if (PlacementSolver.TooLarge(q.Memory, hand) is { } large)
            return (null, large);
        if (PlacementSolver.Solve(q.Memory, hand, cancel) is not { } placement)
            return (null, "This machine has no memory slot that can be used.");
        var edit = EditOf(state, placement);
        var after = EditFold.Apply(state, edit, new Stamp("", default));
        var now = Side(state, q, evidence, shelf);
        var proposed = Side(after, Question.Of(after, evidence, shelf), evidence, shelf);
        return (
            new PlacementView(
                now,
                proposed,
                [
                    .. placement
                        .Out.GroupBy(o => (o.Module.Module.Long, o.Why))
                        .Select(g => new StaysOutView(
                            g.Key.Long,
                            g.Count(),
                            [.. g.Select(o => o.Module.From).OfType<string>()],
                            g.Key.Why
                        )),
                ],
                placement.IsBest,
                placement.Proof,
                placement.Instead,
                more.Count == 0 && now.Slots.SequenceEqual(proposed.Slots),
                edit
            ),
            null
        );
    }

    /// <summary>What the plan holds: modules found, wherever they were planned to go, and parts planned in.</summary>
    private static IEnumerable<HandModule> Hand(JobState state) =>
        state
            .Planned.Units.Where(u => u.Key.IsSlot && u.Value.Module is not null)
            .Select(u =>
                !state.Plan.TryGetValue(u.Key, out var planned)
                    ? new HandModule(u.Value, u.Key.Name)
                    : new HandModule(u.Value, planned.MovedFrom is { } from ? from.Name : null)
            );

    internal static Arrange EditOf(JobState state, Placement placement)
    {
        var places = SheetPlaces
            .All(state.Sheet!)
            .Where(p => p.IsSlot)
            .ToDictionary(
                p => p,
                p =>
                    placement.Slots.TryGetValue(p.Name, out var module)
                        ? module.From is { } from
                            ? new Arranged(Place.Slot(from))
                            : new Arranged(null, module.Unit)
                        : null
            );
        return new Arrange(
            places,
            $"places {Say.Count(placement.Slots.Count, "module", "modules")}: {Core.Quantities.ByteCount.FromMiB(placement.Score.MiB)}"
        );
    }

    internal static PlacementSide Side(JobState state, Question q, EvidenceBook evidence, IReadOnlyDictionary<string, ShelfPart> shelf)
    {
        var evaluation = Evaluation.Evaluate(Question.Of(state, evidence, shelf));
        var slots = state
            .Planned.Units.Where(u => u.Key.IsSlot && u.Value.Module is not null)
            .Select(u => new PlacedView(
                u.Key,
                u.Value.Short,
                u.Value.Module!.CapacityMiB,
                u.Value.Module.Type,
                state.Plan.TryGetValue(u.Key, out var p) ? p.MovedFrom : u.Key
            ));
        return new PlacementSide(
            [.. slots],
            evaluation.Memory.Planned,
            PlacementScore.Of(q.Memory, q.Machine.Planned),
            evaluation.Count(Severity.Stop),
            evaluation.Count(Severity.Care)
        );
    }
}

/// <summary>A shelf part to buy, and how many.</summary>
public sealed record BoughtView(string PartId, string Part, int Count, decimal Eur, string? LiesIn);

/// <summary>One way to get the memory wanted, evaluated like a hand-made plan.</summary>
/// <param name="Moved">Fitted modules that change their slot.</param>
public sealed record BuyingAnswerView(
    string Name,
    string What,
    PlacementSide Side,
    IReadOnlyList<BoughtView> Bought,
    decimal Eur,
    int Thrown,
    int Moved,
    bool IsBest
)
{
    public required string Proof { get; init; }

    public required Edit Edit { get; init; }
}

/// <summary>A way that has no answer of its own.</summary>
public sealed record WithoutAnswer(string Name, string Why);

/// <summary>Ways to get the memory wanted side by side.</summary>
public sealed record BuyingView(IReadOnlyList<BuyingAnswerView> Answers, IReadOnlyList<WithoutAnswer> Without)
{
    public static BuyingView Of(
        JobState state,
        EvidenceBook evidence,
        IReadOnlyDictionary<string, ShelfPart> shelf,
        int gib,
        int rateMTs,
        CancellationToken cancel
    )
    {
        var purchases = BuyingSolver.Solve(Question.Of(state, evidence, shelf).Memory, gib * 1024L, rateMTs, cancel);
        return new(
            [
                .. purchases.Answers.Select(a =>
                {
                    var edit = PlacementView.EditOf(state, a.Placement);
                    var after = EditFold.Apply(state, edit, new Stamp("", default));
                    return new BuyingAnswerView(
                        a.Name,
                        a.What,
                        PlacementView.Side(after, Question.Of(after, evidence, shelf), evidence, shelf),
                        [
                            .. a.Bought.Select(b => new BoughtView(
                                b.Part.Id,
                                b.Part.Module!.Long,
                                b.Count,
                                b.Part.PriceEur!.Value * b.Count,
                                b.Part.LiesIn
                            )),
                        ],
                        a.Eur,
                        a.Thrown,
                        a.Placement.Score.Moves - a.Thrown,
                        a.Placement.IsBest
                    )
                    {
                        Proof = a.Placement.Proof,
                        Edit = edit,
                    };
                }),
            ],
            [.. purchases.Without.Select(w => new WithoutAnswer(w.Name, w.Why))]
        );
    }
}
