using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>One way to get the memory wanted.</summary>
/// <param name="Name">Its name in two words.</param>
/// <param name="What">What it asks of the answer.</param>
/// <param name="Bought">Shelf parts with how many of each.</param>
/// <param name="Thrown">Fitted modules that leave the machine.</param>
public sealed record BuyingAnswer(
    string Name,
    string What,
    Placement Placement,
    IReadOnlyList<(ShelfPart Part, int Count)> Bought,
    decimal Eur,
    int Thrown
);

/// <summary>Every way that was tried: the answers that differ, the cheapest first, and the ways without one of their own.</summary>
public sealed record Purchases(IReadOnlyList<BuyingAnswer> Answers, IReadOnlyList<(string Name, string Why)> Without);

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
    public static Purchases Solve(MemoryInput q, long mib, int rateMTs, CancellationToken cancel = default)
    {
        var bare = PlacementSolver.Bare(q.Planned);
        var usable = bare.UsableSlots(q.Sheet).ToList();
        if (usable.Count == 0)
            return new([], []);
        var fitted = Fitted(q);
        var (keepable, _) = PlacementSolver.Apart(q, bare, usable[0], fitted);
        var offers = Offers(q, bare, usable, rateMTs);
        var fresh = offers.SelectMany(o =>
            Enumerable.Repeat(new HandModule(Core.Builds.Unit.Of(o), null), Math.Min(o.InStock, usable.Count))
        );
        var kinds = Kind.Of([.. keepable, .. fresh], h => h.Unit.ShelfPartId ?? "fitted");
        if (kinds.Count == 0)
            return new([], []);
        var answers = new List<BuyingAnswer>();
        var without = new List<(string Name, string Why)>();
        foreach (var (name, what, demand) in fitted.Count > 0 ? Ways : Ways[2..])
        {
            if (name == "Keep all" && keepable.Count < fitted.Count)
            {
                without.Add((name, "a fitted module can't stay under this plan"));
                continue;
            }
            var model = new PlacementModel(q, kinds);
            model.AtLeast(mib);
            model.RateAtLeast(rateMTs);
            demand(model);
            var (chosen, proof) = Cheapest(model, offers, cancel);
            if (chosen is null)
                without.Add((name, proof ?? "impossible with this shelf at that rate, as far as slots and stock go"));
            else if (Answer(q, bare, name, what, chosen, proof, fitted.Count, offers) is not { } answer)
                without.Add((name, "what the search found breaks a rule of the machine"));
            // The same placement under two names is told once, under the name that says more of it.
            else if (answers.FirstOrDefault(a => Content(a) == Content(answer)) is { } same)
                without.Add((name, $"the same as {same.Name}"));
            else
                answers.Add(answer);
        }
        return new([.. answers.OrderBy(a => a.Eur).ThenBy(a => a.Thrown)], without);
    }

    private static List<HandModule> Fitted(MemoryInput q) =>
        [.. q.Found.Units.Where(u => u.Key.IsSlot && u.Value.Module is not null).Select(u => new HandModule(u.Value, u.Key.Name))];

    private static readonly (string Name, string What, Action<PlacementModel> Demand)[] Ways =
    [
        ("Keep all", "every fitted module stays", m => m.Use(IsFitted, true)),
        ("Replace all", "new modules only", m => m.Use(IsFitted, false)),
        ("Best balance", "every channel filled alike", m => m.Even()),
        ("Cheapest", "least money, whatever stays or goes", _ => { }),
    ];

    private static (Dictionary<string, Kind>? Chosen, string? Proof) Cheapest(
        PlacementModel model,
        IReadOnlyList<ShelfPart> offers,
        CancellationToken cancel
    )
    {
        var cents = offers.ToDictionary(o => o.Id, o => (long)(o.PriceEur!.Value * 100));
        return PlacementSolver.Search(
            model,
            [
                new("money", () => model.Used(k => IsFitted(k) ? 0 : cents[k.Pieces[0].Unit.ShelfPartId!]), false),
                new("modules kept", () => model.Used(k => IsFitted(k) ? 1 : 0), true),
                new("new modules", () => model.Used(k => IsFitted(k) ? 0 : 1), false),
                .. PlacementSolver.Evenness(model),
            ],
            cancel
        );
    }

    private static bool IsFitted(Kind kind) => kind.Pieces[0].From is not null;

    private static string Content(BuyingAnswer a) =>
        string.Join(
            ' ',
            a.Placement.Slots.OrderBy(s => s.Key, StringComparer.Ordinal).Select(s => $"{s.Key}={s.Value.From}{s.Value.Unit.ShelfPartId}")
        );

    /// <summary>Parts that could work here alone, are fast enough, priced and in stock.</summary>
    private static List<ShelfPart> Offers(MemoryInput q, Core.Builds.Build bare, List<string> usable, int rateMTs) =>
        [
            .. q
                .Shelf.Modules.Where(p =>
                    p is { Module: { CapacityMiB: > 0 } m, PriceEur: not null, InStock: > 0 } && m.RateMTs >= rateMTs - 1
                )
                .OrderBy(p => p.PriceEur!.Value / p.Module!.CapacityMiB!.Value)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                // Last: most of a large shelf is never tried.
                .Where(p => PlacementSolver.Apart(q, bare, usable[0], [new HandModule(Core.Builds.Unit.Of(p), null)]).Able.Count > 0)
                .Take(MostShelfKinds),
        ];

    private static BuyingAnswer? Answer(
        MemoryInput q,
        Core.Builds.Build bare,
        string name,
        string what,
        Dictionary<string, Kind> chosen,
        string? proof,
        int fitted,
        List<ShelfPart> offers
    )
    {
        var slots = PlacementSolver.Pieces(chosen);
        var placement = new Placement(
            slots,
            [],
            PlacementScore.None,
            proof is null,
            proof ?? "No cheaper one exists from this shelf; the search looked at all of them.",
            null
        );
        var build = placement.On(bare);
        // The model proposes, the core decides: a proposal with a stop is none.
        if (PlacementSolver.Against(q, build).Any())
            return null;
        var bought = slots
            .Values.Where(s => s.From is null)
            .GroupBy(s => s.Unit.ShelfPartId!)
            .Select(g => (Part: offers.First(o => o.Id == g.Key), Count: g.Count()))
            .OrderBy(b => b.Part.Id, StringComparer.Ordinal)
            .ToList();
        return new BuyingAnswer(
            name,
            what,
            placement with
            {
                Score = PlacementScore.Of(q, build),
            },
            bought,
            bought.Sum(b => b.Part.PriceEur!.Value * b.Count),
            fitted - slots.Values.Count(s => s.From is not null)
        );
    }
}
