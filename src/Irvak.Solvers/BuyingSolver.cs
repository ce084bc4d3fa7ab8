using Irvak.Core;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>One way to get the memory wanted.</summary>
/// <param name="Name">What it does with the fitted modules.</param>
/// <param name="Bought">Shelf parts with how many of each.</param>
/// <param name="Thrown">Fitted modules that leave the machine.</param>
public sealed record BuyingAnswer(string Name, Placement Placement, IReadOnlyList<(ShelfPart Part, int Count)> Bought, decimal Eur, int Thrown);

/// <summary>
/// Reaches so much memory at so high a rate from what is in the machine and on the shelf, for the least money, then with the fewest
/// modules thrown away, then the fewest new ones, then the widest interleave. Only priced parts that lie on the shelf are bought.
/// </summary>
public static class BuyingSolver
{
    // Kinds of the shelf that are weighed against each other, those with the most memory for the money.
    private const int MostShelfKinds = 10;

    /// <param name="q">The machine with its planned processors; its found modules are the fitted ones.</param>
    /// <param name="mib">Memory wanted.</param>
    /// <param name="rateMTs">Least rate.</param>
    /// <returns>Answers that differ, the cheapest first; empty when the shelf can't do it.</returns>
    public static IReadOnlyList<BuyingAnswer> Solve(Question q, long mib, int rateMTs, IReadOnlyList<ShelfPart> shelf, CancellationToken cancel = default)
    {
        var bare = PlacementSolver.Bare(q.Planned);
        var usable = bare.UsableSlots(q.Sheet).ToList();
        if (usable.Count == 0) return [];
        var fitted = q.Found.Units.Where(u => PlaceName.IsSlot(u.Key) && u.Value.Module is not null).Select(u => new HandModule(u.Value, PlaceName.Short(u.Key))).ToList();
        var (keepable, _) = PlacementSolver.Apart(q, bare, usable[0], fitted);
        var offers = Offers(q, bare, usable, rateMTs, shelf);
        var prices = offers.ToDictionary(o => o.Id, o => o.PriceEur!.Value);
        var hand = keepable.Concat(offers.SelectMany(o => Enumerable.Repeat(new HandModule(Core.Builds.Unit.Of(o), null), Math.Min(o.InStock, usable.Count)))).ToList();
        var kinds = Kind.Of(hand, h => h.Unit.ShelfPartId ?? "fitted");
        if (kinds.Count == 0) return [];
        (string Name, Action<PlacementModel> Demand)[] ways =
        [
            ("Cheapest", _ => { }),
            ("Keep all", m => m.Use(IsFitted, true)),
            ("Replace all", m => m.Use(IsFitted, false)),
            ("Best balance", m => m.Even()),
        ];
        var answers = new List<BuyingAnswer>();
        foreach (var (name, demand) in ways)
        {
            if (name == "Keep all" && (keepable.Count < fitted.Count || fitted.Count == 0)) continue;
            if (name == "Replace all" && fitted.Count == 0) continue;
            var model = new PlacementModel(q, kinds);
            model.AtLeast(mib);
            model.RateAtLeast(rateMTs);
            demand(model);
            var (chosen, proof) = PlacementSolver.Search(model,
            [
                ("money", () => model.Used(k => IsFitted(k) ? 0 : (long)(prices[k.Pieces[0].Unit.ShelfPartId!] * 100)), false),
                ("modules kept", () => model.Used(k => IsFitted(k) ? 1 : 0), true),
                ("new modules", () => model.Used(k => IsFitted(k) ? 0 : 1), false),
                ("interleave", model.Fullest, false),
                ("evenness", model.Spread, false),
                ("balance", model.Imbalance, false),
                ("moves", model.Kept, true),
            ], cancel);
            if (chosen is not null && Answer(q, bare, name, chosen, proof, fitted.Count, offers) is { } answer) answers.Add(answer);
        }
        // The same placement under two names is told once, under the name that says more of it.
        return [.. answers.OrderBy(a => a.Eur).ThenBy(a => a.Thrown).ThenBy(a => a.Name == "Cheapest").DistinctBy(Content)];
    }

    private static bool IsFitted(Kind kind) => kind.Pieces[0].From is not null;

    private static string Content(BuyingAnswer a) => string.Join(' ', a.Placement.Slots.OrderBy(s => s.Key, StringComparer.Ordinal).Select(s => $"{s.Key}={s.Value.From}{s.Value.Unit.ShelfPartId}"));

    /// <summary>Parts that could work here alone, are fast enough, priced and in stock.</summary>
    private static List<ShelfPart> Offers(Question q, Core.Builds.Build bare, List<string> usable, int rateMTs, IReadOnlyList<ShelfPart> shelf) =>
        [.. shelf.Where(p => p is { Module: { CapacityMiB: > 0 } m, PriceEur: not null, InStock: > 0 } && m.RateMTs >= rateMTs - 1)
            .Where(p => PlacementSolver.Apart(q, bare, usable[0], [new HandModule(Core.Builds.Unit.Of(p), null)]).Able.Count > 0)
            .OrderBy(p => p.PriceEur!.Value / p.Module!.CapacityMiB!.Value).ThenBy(p => p.Id, StringComparer.Ordinal).Take(MostShelfKinds)];

    private static BuyingAnswer? Answer(Question q, Core.Builds.Build bare, string name, Dictionary<string, Kind> chosen, string? proof, int fitted, List<ShelfPart> offers)
    {
        var slots = PlacementSolver.Pieces(chosen);
        var placement = new Placement(slots, [], PlacementScore.None, proof is null, proof ?? "No cheaper one exists from this shelf; the search looked at all of them.", null);
        var build = placement.On(bare);
        // The model proposes, the core decides: a proposal with a stop is none.
        if (PlacementSolver.Against(q, build).Any()) return null;
        var bought = slots.Values.Where(s => s.From is null).GroupBy(s => s.Unit.ShelfPartId!).Select(g => (Part: offers.First(o => o.Id == g.Key), Count: g.Count())).OrderBy(b => b.Part.Id, StringComparer.Ordinal).ToList();
        return new BuyingAnswer(name, placement with { Score = PlacementScore.Of(q, build) }, bought, bought.Sum(b => b.Part.PriceEur!.Value * b.Count), fitted - slots.Values.Count(s => s.From is not null));
    }
}
