using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>
/// Ways out of a finding: candidate edits are tried on the job, evaluated like any edit, and kept only when the finding is gone
/// and no new stop has come. Deterministic; at most <see cref="Most"/> are returned, best first.
/// </summary>
public static class WaysOut
{
    public const int Most = 3;

    /// <summary>Rules that the fill order can mend.</summary>
    private static readonly HashSet<Rule> OfTheOrder = [FillOrder.Skipped, Interleave.Empty, Rate.Drops, Rate.Unknown];

    /// <param name="Kind">Ways of one kind compete with each other, so that the list shows different ways, not variants of one.</param>
    private sealed record Candidate(string Kind, string Title, Edit Edit);

    private sealed record Tried(string Kind, WayOut Way, int Stops, int Cares, long Missing, decimal Money, bool DropsAll);

    /// <param name="before">The job's evaluation as it stands.</param>
    /// <param name="finding">One of the evaluation's findings.</param>
    /// <param name="trials">What is tried on the job; the same for all of its findings.</param>
    public static IReadOnlyList<WayOut> Of(Evaluation before, Finding finding, ShelfBook shelf, Trials trials)
    {
        var state = trials.State;
        if (finding.Severity == Severity.Note)
            return [];
        var tried = new List<Tried>();
        foreach (var candidate in Candidates(state, before, finding, shelf))
            if (Try(before, finding, candidate, trials) is { } way)
                tried.Add(way);
        // Giving the whole plan up is a way out of anything, and the last one to think of.
        var ranked = tried
            .OrderBy(t => t.DropsAll)
            .ThenBy(t => t.Stops)
            .ThenBy(t => t.Missing)
            .ThenBy(t => t.Cares)
            .ThenBy(t => t.Money)
            .DistinctBy(t => t.Way.Effect + t.Way.Title)
            .ToList();
        var best = ranked.DistinctBy(t => t.Kind).ToList();
        return [.. best.Concat(ranked.Except(best)).Take(Most).OrderBy(ranked.IndexOf).Select(t => t.Way)];
    }

    private static Tried? Try(Evaluation before, Finding finding, Candidate candidate, Trials trials)
    {
        if (trials.With(candidate.Edit) is not var (changed, after))
            return null;
        var state = trials.State;
        var same = after.Findings.FirstOrDefault(f => f.Rule == finding.Rule && f.Places.Any(finding.Places.Contains))
            ?? (finding.Places.Count == 0 ? after.Findings.FirstOrDefault(f => f.Rule == finding.Rule) : null);
        if (same is not null && same.Severity >= finding.Severity)
            return null;
        if (after.Count(Severity.Stop) > before.Count(Severity.Stop) - (finding.Severity == Severity.Stop ? 1 : 0))
            return null;
        // A machine without memory starts nothing.
        if (after.Memory.Planned.InstalledMiB == 0 && before.Memory.Planned.InstalledMiB > 0)
            return null;
        var missing = DriveWays.IsAbout(finding)
            ? DriveWays.Short(state, changed)
            : Math.Max(0, ((state.Aim.MemoryGiB ?? 0) * 1024L) - after.Memory.Planned.InstalledMiB);
        return new Tried(
            candidate.Kind,
            new WayOut(
                candidate.Title,
                (ArrayWays.About(before, finding) is { } array ? ArrayWays.Effect(after, array.Plan.Name) : null)
                    ?? Effect(before, after, DriveWays.IsAbout(finding) || StorageWays.IsAbout(finding) || LaneWaysOut.IsAbout(finding)),
                candidate.Edit
            ),
            after.Count(Severity.Stop),
            after.Count(Severity.Care),
            missing,
            after.Shopping.TotalEur,
            changed.Changes().Count == 0 && state.Changes().Count > 0
        );
    }

    /// <summary>What the evaluation after the edit says: whether it starts, how much, how fast, for how much more.</summary>
    private static string Effect(Evaluation before, Evaluation after, bool drives)
    {
        var stops = after.Count(Severity.Stop);
        List<string> parts = drives
            ? [stops == 0 ? "runs" : Say.Count(stops, "stop left", "stops left")]
            :
            [
                stops == 0 ? "starts" : Say.Count(stops, "stop left", "stops left"),
                ByteCount.FromMiB(after.Memory.Planned.InstalledMiB).ToString(),
                after.Memory.Planned.Rate.Words,
            ];
        var money = after.Shopping.TotalEur - before.Shopping.TotalEur;
        if (money != 0)
            parts.Add((money > 0 ? "+ " : "− ") + Money.Euro(Math.Abs(money)));
        return string.Join(" · ", parts);
    }

    private static IEnumerable<Candidate> Candidates(JobState state, Evaluation before, Finding finding, ShelfBook shelf)
    {
        foreach (
            var (kind, title, edit) in ArrayWays
                .Of(state, before, finding)
                .Concat(DriveWays.Of(state, finding, shelf))
                .Concat(StorageWays.Of(state, before, finding, shelf))
                .Concat(LaneWaysOut.Of(state, before, finding, shelf))
        )
            yield return new(kind, title, edit);
        foreach (var candidate in ForSockets(state, finding, shelf))
            yield return candidate;
        var slots = finding.Places.Where(p => p.IsSlot).Where(p => state.Planned.At(p) is not null).ToList();
        if (slots.Count > 0)
            foreach (var candidate in ForSlots(state, slots, shelf))
                yield return candidate;
        if (finding.Rule == FillOrder.Skipped && slots.Count == 1 && Lower(state, slots[0]) is { } lower)
            yield return new("move", $"Move {slots[0].Name} to {lower.Name}", new Move(slots[0], lower));
        if (OfTheOrder.Contains(finding.Rule) && InOrder(state) is { } moves)
            yield return new("order", "Move the modules into fill order", moves);
        if (finding.Rule == Limits.Slot || finding.Rule == Limits.Total)
            foreach (var policy in new[] { Policy.FieldProven, Policy.Sound })
                if (policy > state.Policy)
                    yield return new("policy", $"Work under the policy {policy.Name()}", new SetPolicy(policy));
        if (finding.Rule == AimDistance.Memory)
            foreach (var candidate in More(state, shelf))
                yield return candidate;
        if (finding.Rule == Interleave.Empty)
            foreach (var candidate in FillChannels(state, finding, shelf))
                yield return candidate;
        if (finding.Rule == AimDistance.Money)
            foreach (var candidate in Cheaper(state, before, shelf))
                yield return candidate;
    }

    private static IEnumerable<Candidate> ForSockets(JobState state, Finding finding, ShelfBook shelf)
    {
        var sockets = finding.Places.Where(p => p.IsSocket && state.Plan.ContainsKey(p)).ToList();
        if (sockets.Count > 0)
            yield return new(
                "keep",
                state.Found.ContainsKey(sockets[0]) ? $"Keep the processor of {sockets[0].Name}" : $"Leave {sockets[0].Name} empty",
                Group("leaves the processors as found", sockets.Select(p => (Edit)new Restore(p)))
            );
        foreach (var socket in sockets)
        foreach (
            var part in shelf
                .OfferedProcessors.Where(o =>
                    state.Sheet!.Sockets.Any(s =>
                        Place.Socket(s.Id) == socket && s.Family is not null && s.Family == o.Parts[0].Processor!.Socket
                    )
                )
                .Select(o => o.Of(1, state.Planned.At(socket)?.ShelfPartId))
                .OfType<ShelfPart>()
                .OrderBy(p => p.InStock > 0 ? 0 : 1)
                .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .Take(4)
        )
            yield return new("replace", $"{part.Processor!.Name} in {socket.Name} instead", new Fit(socket, UnitOf(part)));
    }

    private static IEnumerable<Candidate> ForSlots(JobState state, List<Place> slots, ShelfBook shelf)
    {
        yield return new(
            "leave",
            slots.Count == 1 ? $"Leave {slots[0].Name} empty" : $"Leave {slots.Count} places empty",
            Group("leaves places empty", slots.Select(p => (Edit)new Remove(p)))
        );
        if (slots.All(p => state.Plan.ContainsKey(p) && state.Found.ContainsKey(p)))
            yield return new(
                "keep",
                slots.Count == 1 ? $"Keep what is in {slots[0].Name}" : $"Keep what is in {slots.Count} places",
                Group("keeps what was found", slots.Select(p => (Edit)new Restore(p)))
            );
        // What was found and is right stays; only what comes in is changed for another, where anything comes in.
        var coming = slots
            .Where(p => state.Plan.TryGetValue(p, out var planned) && planned is { Unit: not null, MovedFrom: null })
            .ToList();
        foreach (var part in Replacements(state, coming.Count > 0 ? coming : slots, shelf))
        {
            var places = (coming.Count > 0 ? coming : slots).Where(p => !Like(state.Planned.At(p)?.Module, part.Module!)).ToList();
            if (places.Count == 0)
                continue;
            var lacking = Math.Max(0, places.Count - part.InStock);
            yield return new(
                "replace",
                $"{places.Count} × {part.Module!.Short} in {Name(places)} instead{(lacking == 0 ? "" : $", {lacking} to buy")}",
                Group($"puts {part.Module!.Short} into {Name(places)}", places.Select(p => (Edit)new Fit(p, UnitOf(part))))
            );
        }
    }

    /// <summary>The same kind of module, whoever made it.</summary>
    private static bool Like(ModuleSheet? a, ModuleSheet b) =>
        a is not null
        && (a.CapacityMiB, a.Type, a.Generation, a.RateMTs, a.Ranks) == (b.CapacityMiB, b.Type, b.Generation, b.RateMTs, b.Ranks);

    private static string Name(List<Place> places) => places.Count == 1 ? places[0].Name : $"{places.Count} places";

    private static Edit Group(string what, IEnumerable<Edit> edits)
    {
        var list = edits.ToList();
        return list.Count == 1 ? list[0] : new Together(what, list);
    }

    private static Unit UnitOf(ShelfPart part) => Unit.Of(part);

    /// <summary>Shelf parts like the ones in these places, of the kind that most of the machine is, nearest in size first.</summary>
    private static List<ShelfPart> Replacements(JobState state, List<Place> slots, ShelfBook shelf)
    {
        var size = state.Planned.At(slots[0])?.Module?.CapacityMiB ?? 0;
        return
        [
            .. Suiting(state, shelf, slots)
                .Select(o => o.Of(slots.Count, state.Planned.At(slots[0])?.ShelfPartId))
                .OfType<ShelfPart>()
                .OrderBy(p => Math.Abs((p.Module!.CapacityMiB ?? 0) - size))
                .ThenBy(p => p.InStock >= slots.Count ? 0 : 1)
                .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .Take(5),
        ];
    }

    /// <summary>Modules of the shelf that the board takes, of the kind that most of the machine is.</summary>
    private static IEnumerable<Offer> Suiting(JobState state, ShelfBook shelf, List<Place> except)
    {
        var board = state.Sheet!.Memory;
        var family = state
            .Planned.Units.Where(u => !except.Contains(u.Key))
            .Select(u => u.Value.Module?.Type)
            .OfType<ModuleType>()
            .GroupBy(t => t)
            .OrderByDescending(g => g.Count())
            .Select(g => (ModuleType?)g.Key)
            .FirstOrDefault();
        return shelf.OfferedModules.Where(o =>
            o.Parts[0].Module is { } module
            && (board.Generation is null || module.Generation == board.Generation)
            && (board.Form is null || module.Form == board.Form)
            && (board.Types is null || (module.Type is { } t && board.Types.Contains(t)))
            && (family is null || module.Type == family)
        );
    }

    /// <summary>The first empty slot before this one in its channel.</summary>
    private static Place? Lower(JobState state, Place place)
    {
        var slot = place.Name;
        var channel = state.Sheet!.Channels.First(c => c.Slots.Contains(slot));
        var free = channel.Slots.TakeWhile(s => s != slot).FirstOrDefault(s => state.Planned.ModuleAt(s) is null);
        return free is null ? null : Place.Slot(free);
    }

    /// <summary>Moves modules that stand late in the fill order into earlier empty slots; null when none does.</summary>
    private static Together? InOrder(JobState state)
    {
        var sheet = state.Sheet!;
        var order = FillOrder.Usable(FillOrder.Of(sheet), sheet, state.Planned).ToList();
        var moves = new List<Edit>();
        var free = order.Where(s => state.Planned.ModuleAt(s) is null).ToList();
        var filled = order.Where(s => state.Planned.ModuleAt(s) is not null).Reverse().ToList();
        for (var i = 0; i < Math.Min(free.Count, filled.Count) && order.IndexOf(free[i]) < order.IndexOf(filled[i]); i++)
            moves.Add(new Move(Place.Slot(filled[i]), Place.Slot(free[i])));
        return moves.Count == 0 ? null : new Together($"moves {Say.Count(moves.Count, "module", "modules")} into fill order", moves);
    }

    /// <summary>Adds as many of one shelf part as the wish needs, in fill order, or replaces everything by it.</summary>
    private static IEnumerable<Candidate> More(JobState state, ShelfBook shelf)
    {
        var sheet = state.Sheet!;
        var wish = (state.Aim.MemoryGiB ?? 0) * 1024L;
        var usable = FillOrder.Usable(FillOrder.Of(sheet), sheet, state.Planned).ToList();
        var free = usable.Where(s => state.Planned.ModuleAt(s) is null).ToList();
        foreach (
            var part in Suiting(state, shelf, [])
                .Select(o => o.Most)
                .OrderByDescending(p => p.InStock)
                .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .Take(8)
        )
        {
            var size = part.Module!.CapacityMiB ?? 0;
            if (size == 0)
                continue;
            var add = (int)((wish - state.Planned.InstalledMiB + size - 1) / size);
            if (add > 0 && add <= free.Count)
                yield return new(
                    "add",
                    $"Add {add} × {part.Module!.Short}",
                    Group($"adds {add} × {part.Module!.Short}", free.Take(add).Select(s => (Edit)new Fit(Place.Slot(s), UnitOf(part))))
                );
            var all = (int)((wish + size - 1) / size);
            if (all <= 0 || all > usable.Count || free.Count == usable.Count)
                continue;
            var edits = state
                .Planned.Units.Keys.Where(p => p.IsSlot)
                .Where(p => !usable.Take(all).Contains(p.Name))
                .Select(p => (Edit)new Remove(p))
                .Concat(usable.Take(all).Select(s => (Edit)new Fit(Place.Slot(s), UnitOf(part))));
            yield return new(
                "all",
                $"Replace all by {all} × {part.Module!.Short}",
                Group($"replaces all by {all} × {part.Module!.Short}", edits)
            );
        }
    }

    private static IEnumerable<Candidate> FillChannels(JobState state, Finding finding, ShelfBook shelf)
    {
        foreach (
            var part in Suiting(state, shelf, [])
                .Select(o => o.Of(finding.Places.Count)!)
                .OrderByDescending(p => p.InStock >= finding.Places.Count)
                .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .Take(3)
        )
            yield return new(
                "add",
                $"Add {finding.Places.Count} × {part.Module!.Short}",
                Group($"adds {finding.Places.Count} × {part.Module!.Short}", finding.Places.Select(p => (Edit)new Fit(p, UnitOf(part))))
            );
    }

    /// <summary>The same sizes from cheaper shelf parts, then fewer pieces.</summary>
    private static IEnumerable<Candidate> Cheaper(JobState state, Evaluation before, ShelfBook shelf)
    {
        foreach (var line in before.Shopping.Lines.Where(l => l.EachEur is not null))
        {
            var size = state.Planned.At(line.Places[0])?.Module?.CapacityMiB;
            foreach (
                var part in Suiting(state, shelf, [])
                    .Select(o => o.Parts[0])
                    .Where(p => p.Module!.CapacityMiB == size && p.PriceEur < line.EachEur)
                    .OrderBy(p => p.PriceEur)
                    .Take(2)
            )
                yield return new(
                    "cheaper",
                    $"{line.Count} × {part.Module!.Long} instead",
                    Group($"puts {part.Module!.Short} into {line.Count} places", line.Places.Select(p => (Edit)new Fit(p, UnitOf(part))))
                );
            for (var keep = line.Count - 1; keep >= 0; keep--)
            {
                var drop = line.Places.Skip(keep).ToList();
                if (before.Shopping.TotalEur - (line.EachEur!.Value * drop.Count) > (state.Aim.MoneyLimitEur ?? 0))
                    continue;
                yield return new(
                    "out",
                    $"Leave out {drop.Count} × {state.Planned.At(line.Places[0])?.Short}",
                    Group($"leaves out {Say.Count(drop.Count, "module", "modules")}", drop.Select(p => (Edit)new Restore(p)))
                );
                break;
            }
        }
    }
}
