using Google.OrTools.Sat;
using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>
/// Finds the best placement of the modules in hand: all used, then the highest rate, the widest interleave, channels alike, processors
/// alike, fewest moves. The parts of the score are sought one after another, each kept while the next is sought. Deterministic.
/// </summary>
public static class PlacementSolver
{
    public const int MostSlots = 192,
        MostKinds = 16;

    // In the solver's own measure of work, not in seconds, so that the same question always gets the same answer.
    private const double WorkPerStage = 4;

    // The models are small and already without symmetry; looking for more of it costs longer than the search.
    private const string Plain = "max_presolve_iterations:1,cp_model_probing_level:0,symmetry_level:0";

    /// <param name="q">The machine, what was found in it, and the planned processors.</param>
    /// <param name="hand">The modules, those already fitted among them.</param>
    /// <returns>Null when the sheet has no channel to put anything into.</returns>
    public static Placement? Solve(MemoryInput q, IReadOnlyList<HandModule> hand, CancellationToken cancel = default)
    {
        var bare = Bare(q.Planned);
        var usable = bare.UsableSlots(q.Sheet).ToList();
        if (usable.Count == 0)
            return null;
        var (able, unable) = Apart(q, bare, usable[0], hand);
        var kinds = Kind.Of(able);
        var (chosen, proof) = kinds.Count == 0 ? ([], null) : Search(q, kinds, cancel);
        var slots = Pieces(chosen);
        var placement = new Placement(
            slots,
            [],
            PlacementScore.None,
            proof is null,
            proof ?? "No better placement exists; the search looked at all of them.",
            null
        );
        var build = placement.On(bare);
        var score = PlacementScore.Of(q, build);
        // The model proposes, the core decides: what the model does not know of is said, never passed over.
        var against = Against(q, build).FirstOrDefault();
        return placement with
        {
            Score = score,
            IsBest = placement.IsBest && against is null,
            Proof = against is null ? placement.Proof : "Not to be taken as it is: " + LeftOver.Plain(against.Sentence, "-"),
            Out = [.. unable, .. LeftOver.Of(q, build, able, slots)],
            Instead = Alternative.Compare(q, bare, hand, build, score),
        };
    }

    /// <summary>Why a question is larger than what is searched; null when it is not.</summary>
    public static string? TooLarge(MemoryInput q, IReadOnlyList<HandModule> hand) =>
        q.Sheet.Channels.Sum(c => c.Slots.Count) > MostSlots ? $"Boards of more than {MostSlots} memory slots are placed by hand."
        : Kind.Of(hand).Count > MostKinds ? $"More than {MostKinds} kinds of modules at once are placed by hand."
        : null;

    internal static Build Bare(Build build) =>
        build.Over(build.Units.RemoveRange(build.Units.Where(u => u.Value.Module is not null).Select(u => u.Key)));

    /// <summary>Stops that a build has, and what breaks the order of filling.</summary>
    internal static IEnumerable<Finding> Against(MemoryInput q, Build build)
    {
        var asked = q with { Planned = build };
        return MemorySheet
            .Judge(asked, MemorySheet.Of(asked))
            .Where(f => (f.Severity == Severity.Stop && f.Rule != Modes.NotOffered) || PlacementScore.Order.Contains(f.Rule));
    }

    /// <summary>Why a piece would not work in a slot with nothing beside it; null when it would.</summary>
    internal static Finding? AgainstAlone(MemoryInput q, Build bare, string slot, Unit unit) =>
        Against(q, bare.With(Place.Slot(slot), unit))
            .FirstOrDefault(f => f.Places.Contains(Place.Slot(slot)) && !PlacementScore.Order.Contains(f.Rule));

    /// <summary>Modules that could not work in this machine even alone.</summary>
    internal static (List<HandModule> Able, List<StaysOut> Unable) Apart(
        MemoryInput q,
        Build bare,
        string slot,
        IReadOnlyList<HandModule> hand
    )
    {
        var (able, unable) = (new List<HandModule>(), new List<StaysOut>());
        var tried = new Dictionary<ModuleSheet, string?>();
        foreach (var module in hand)
        {
            if (!tried.TryGetValue(module.Module, out var why))
            {
                var alone = AgainstAlone(q, bare, slot, module.Unit);
                tried[module.Module] = why = alone is null ? null : LeftOver.Plain(alone.Sentence, slot);
            }
            if (why is null)
                able.Add(module);
            else
                unable.Add(new StaysOut(module, why));
        }
        return (able, unable);
    }

    private static (Dictionary<string, Kind> Chosen, string? Proof) Search(
        MemoryInput q,
        IReadOnlyList<Kind> kinds,
        CancellationToken cancel
    )
    {
        var model = new PlacementModel(q, kinds);
        var (chosen, proof) = Search(
            model,
            [
                new("memory used", model.TotalMemory, true, model.MemoryReached),
                new("modules used", model.Pieces, true, model.PiecesReached),
                new("rate", model.RateSteps, true, model.RateReached),
                .. Evenness(model),
            ],
            cancel
        );
        return (chosen ?? [], proof);
    }

    /// <summary>The parts of the score that every search ends with.</summary>
    internal static IReadOnlyList<SearchPart> Evenness(PlacementModel model) =>
        [
            new("interleave", model.Fullest, false, model.FullestReached),
            new("evenness", model.Spread, false),
            new("balance", model.Imbalance, false),
            new("moves", model.Kept, true),
        ];

    /// <summary>Seeks one part after another, each kept while the next is sought.</summary>
    /// <returns>Slot → kind, null when there is no answer at all; and what is not proven, null when all is.</returns>
    internal static (Dictionary<string, Kind>? Chosen, string? Proof) Search(
        PlacementModel model,
        IReadOnlyList<SearchPart> parts,
        CancellationToken cancel
    )
    {
        Dictionary<string, Kind>? chosen = null;
        string? proof = null;
        foreach (var (name, part, most, then) in parts)
        {
            cancel.ThrowIfCancellationRequested();
            var value = part();
            if (most)
                model.Model.Maximize(value);
            else
                model.Model.Minimize(value);
            var solver = new CpSolver
            {
                StringParameters = $"{Plain},num_workers:1,random_seed:7,max_deterministic_time:{WorkPerStage.ToString()}",
            };
            using var stop = cancel.Register(solver.StopSearch);
            var status = solver.Solve(model.Model);
            // Proven impossible and not found in time are two answers.
            if (status == CpSolverStatus.Infeasible && chosen is null)
                return (null, null);
            if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
            {
                proof ??= $"Not proven: the search ended before it had looked at {name}.";
                break;
            }
            var size = Math.Max(1, Math.Abs(solver.ObjectiveValue));
            if (status == CpSolverStatus.Feasible)
                proof ??=
                    $"Not proven: {name} could be better by "
                    + $"{100 * Math.Abs(solver.BestObjectiveBound - solver.ObjectiveValue) / size:0.#} % at most.";
            chosen = model.Read(solver);
            model.Hint(solver);
            var reached = (long)Math.Round(solver.ObjectiveValue);
            if (most)
                model.Model.Add(value >= reached);
            else
                model.Model.Add(value <= reached);
            // A bound that was not proven still holds: it is a constraint from here on.
            then?.Invoke(reached);
        }
        return (chosen, proof);
    }

    /// <summary>Which piece of a kind goes where: one that was found in a slot stays there, the rest in the order of slots.</summary>
    internal static Dictionary<string, HandModule> Pieces(Dictionary<string, Kind> chosen)
    {
        var slots = new Dictionary<string, HandModule>();
        foreach (var group in chosen.GroupBy(c => c.Value))
        {
            var left = group.Key.Pieces.ToList();
            var open = new List<string>();
            foreach (var (slot, _) in group)
                if (left.FirstOrDefault(p => p.From == slot) is { } stays)
                {
                    slots[slot] = stays;
                    left.Remove(stays);
                }
                else
                    open.Add(slot);
            // Fitted ones before new ones: what is already in the machine needs no bag.
            foreach (var (slot, piece) in open.Zip(left.OrderBy(p => p.From is null).ThenBy(p => p.From, StringComparer.Ordinal)))
                slots[slot] = piece;
        }
        return slots;
    }
}

/// <summary>One part of a score that is sought.</summary>
/// <param name="Value">Built when its turn comes.</param>
/// <param name="Then">Told what was reached.</param>
internal sealed record SearchPart(string Name, Func<LinearExpr> Value, bool Most, Action<long>? Then = null);
