using System.Collections.Immutable;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Moving;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Plans;

/// <summary>Who made an edit, and when; given from outside, the core has no clock.</summary>
public sealed record Stamp(string Who, DateTimeOffset When);

/// <summary>Folds edits into a job's state.</summary>
public static class EditFold
{
    /// <summary>Why an edit can't be applied to a state: a path into the edit and a sentence; null when it can.</summary>
    public static SheetProblem? Refusal(JobState state, Edit edit) => edit switch
    {
        AdoptSheet adopt => SheetCheck.Check(adopt.Sheet) is [var first, ..] ? first with { Path = "/edit/sheet" + first.Path } : null,
        RecordFound found => RefuseFound(state, found),
        AnswerUnknown answer => UnknownRegister.Refusal(state, answer),
        ReadBefore read => SurveyFold.Refusal(state, read),
        Settle settle => SurveyFold.Refusal(state, settle),
        AnswerCheck check => SurveyFold.Refusal(check),
        SetNote note => SurveyFold.Refusal(state, note),
        SetWish { Value: < 0 } => new("/edit/value", "A wish is zero or more."),
        SetWish { Wish: WishKind.MemoryGiB, Value: > 1_048_576 } => new("/edit/value", "That is more memory than any machine holds."),
        SetWish { Wish: WishKind.MemoryGiB, Value: { } v } when v != decimal.Truncate(v) => new("/edit/value", "Wish whole GiB."),
        SetWish { Wish: WishKind.Failures, Value: { } v } when v != decimal.Truncate(v) || v > 100 => new("/edit/value", "Wish a whole number of drives."),
        SetWish { Wish: WishKind.UsableTB, Value: > 1_000_000 } => new("/edit/value", "That is more space than any machine holds."),
        SetWish { Value: > 100_000_000 } => new("/edit/value", "That limit is beyond anything sensible."),
        Fit fit => RefusePlace(state, fit.Place, "/edit/place") ?? RefuseHome(fit.Place, fit.Unit, "/edit/place"),
        Remove remove => RefusePlace(state, remove.Place, "/edit/place")
            ?? (state.Planned.At(remove.Place) is not null ? null
                : new("/edit/place", state.FoundEmpty.Contains(remove.Place) || state.Plan.ContainsKey(remove.Place) ? $"{PlaceName.Short(remove.Place)} is empty already." : $"Nobody looked what sits in {PlaceName.Short(remove.Place)}: note it in Survey first.")),
        Restore restore => RefusePlace(state, restore.Place, "/edit/place"),
        Move move => RefuseMove(state, move),
        Arrange arrange when string.IsNullOrWhiteSpace(arrange.What) => new("/edit/what", "It says what it does."),
        LayOut lay when string.IsNullOrWhiteSpace(lay.What) => new("/edit/what", "It says what it does."),
        Arrange arrange => Arrangement.Refusal(state, arrange),
        MakeArray make => ArrayEdits.Refusal(state, make),
        DropArray drop => ArrayEdits.Refusal(state, drop),
        WireBays wire => WiringEdits.Refusal(state, wire),
        PlanBoot { Boot: { } boot } => boot.Problem is { } wrong ? wrong with { Path = "/edit/boot" + wrong.Path } : boot.Places.Select((p, i) => RefusePlace(state, p, $"/edit/boot/places/{i}")).FirstOrDefault(p => p is not null),
        SetSplit split => SetSplit.Refusal(state, split),
        LayOut lay => LayOut.Refusal(state, lay),
        HoldRate hold => HoldRate.Refusal(state, hold),
        StaggerStart start => start.Problem,
        SeeAir air => state.Sheet is null ? new("/edit", "The machine has no sheet yet.") : AirParts.Of(state.Sheet).Contains(air.Part) ? null : new("/edit/part", $"{state.Sheet.FullName} has no {air.Part}."),
        PlanPad pad => PlanPad.Refusal(state, pad),
        PlanCache cache => CacheEdits.Refusal(state, cache),
        DropCache drop => CacheEdits.Refusal(state, drop),
        PlanMove move => Moving.Moves.Refusal(state, move),
        RecordWipe wipe => Wiping.Refusal(state, wipe),
        SetFigures { Figures.Problem: { } wrong } => wrong with { Path = "/edit/figures" + wrong.Path },
        ReadAfter or SetTick or AnswerLine when state.Sheet is null => new("/edit", "The machine has no sheet yet."),
        ChangeFields change => FieldFold.Refusal(state, change),
        Together together => RefuseTogether(state, together),
        _ => null,
    };

    /// <summary>The edit as history keeps it: with what stood there before where it changes single fields.</summary>
    public static Edit Completed(JobState state, Edit edit) => edit switch
    {
        ChangeFields change => FieldFold.Completed(state, change),
        Together together when together.Edits.Any(e => e is ChangeFields) => together with { Edits = [.. CompletedOneByOne(state, together)] },
        _ => edit,
    };

    private static IEnumerable<Edit> CompletedOneByOne(JobState state, Together together)
    {
        foreach (var edit in together.Edits)
        {
            yield return Completed(state, edit);
            state = Apply(state, edit, new Stamp("", default));
        }
    }

    /// <summary>The state after an edit that <see cref="Refusal"/> lets pass.</summary>
    public static JobState Apply(JobState state, Edit edit, Stamp stamp)
    {
        var next = Folded(state, edit, stamp);
        // Carriers bring places and take them away again; a group settles after each of its edits.
        return edit is AdoptSheet or RecordFound or ReadBefore or Settle or Fit or Remove or Restore or Move or LayOut ? CarrierPlaces.Settled(next) : next;
    }

    private static JobState Folded(JobState state, Edit edit, Stamp stamp) => edit switch
    {
        AdoptSheet adopt => SurveyFold.ReadAgain(ApplySheet(state, new AdoptSheet(CarrierPlaces.Onto(adopt.Sheet, state)))),
        RecordFound found => ApplyFound(state, found),
        AnswerUnknown answer => UnknownRegister.Apply(state, answer),
        ReadBefore read => SurveyFold.Apply(state, read),
        Settle settle => SurveyFold.Apply(state, settle),
        AnswerCheck check => SurveyFold.Apply(state, check, stamp),
        SetNote note => state with { Notes = note.Text.Trim().Length == 0 ? state.Notes.Remove(note.About) : state.Notes.SetItem(note.About, note.Text.Trim()) },
        SetWish { Wish: WishKind.MemoryGiB } wish => state with { Aim = state.Aim with { MemoryGiB = (int?)wish.Value } },
        SetWish { Wish: WishKind.UsableTB } wish => state with { Aim = state.Aim with { UsableTB = (double?)wish.Value } },
        SetWish { Wish: WishKind.ReadMBs } wish => state with { Aim = state.Aim with { ReadMBs = (double?)wish.Value } },
        SetWish { Wish: WishKind.Failures } wish => state with { Aim = state.Aim with { Failures = (int?)wish.Value } },
        SetWish wish => state with { Aim = state.Aim with { MoneyLimitEur = wish.Value } },
        SetPolicy policy => state with { Policy = policy.Policy },
        SetMemoryMode mode => state with { Mode = mode.Mode },
        Fit fit => state with { Plan = Put(state, fit.Place, new PlannedPlace(fit.Unit)) },
        Remove remove => state with { Plan = Put(state, remove.Place, new PlannedPlace(null)) },
        Restore restore => state with { Plan = TakeBack(state.Plan, restore.Place) },
        Move move => ApplyMove(state, move),
        Arrange arrange => Arrangement.Apply(state, arrange),
        MakeArray make => ArrayEdits.Apply(state, make),
        DropArray drop => ArrayEdits.Apply(state, drop),
        WireBays wire => state with { Wiring = wire.To.Length == 0 ? state.Wiring.Remove(wire.Group) : state.Wiring.SetItem(wire.Group, wire.To) },
        LayOut lay => LayOut.Apply(state, lay),
        HoldRate hold => state with { HeldRates = hold.Gen == 0 ? state.HeldRates.Remove(hold.Slot) : state.HeldRates.SetItem(hold.Slot, hold.Gen) },
        StaggerStart start => state with { Stagger = start },
        SeeAir { State: AirState.Unknown } air => state with { Air = state.Air.Remove(air.Part) },
        SeeAir air => state with { Air = state.Air.SetItem(air.Part, air.State) },
        PlanPad { GapMm: 0 } pad => state with { Pads = state.Pads.Remove(pad.Place) },
        PlanPad pad => state with { Pads = state.Pads.SetItem(pad.Place, pad) },
        SetSplit { AsFound: true } split => state with { FoundSplits = state.FoundSplits.SetItem(split.Slot, split.Widths) },
        SetSplit split => state with { Splits = state.Splits.SetItem(split.Slot, split.Widths) },
        PlanBoot boot => state with { Boot = boot.Boot },
        PlanCache cache => state with { Caches = state.Caches.SetItem(cache.Cache.Name, cache.Cache) },
        DropCache drop => state with { Caches = state.Caches.Remove(drop.Name) },
        PlanMove move => state with { Moves = move.Way is { } way ? state.Moves.SetItem(move.Subject, new PlannedMove(way, move.To)) : state.Moves.Remove(move.Subject) },
        RecordWipe wipe => Wiping.Apply(state, wipe, stamp),
        SetFigures figures => state with { Figures = figures.Figures ?? DriveFigures.Usual },
        SetTick { Done: true } tick => state with { Ticks = state.Ticks.SetItem(tick.Key, new Tick(stamp.Who, stamp.When, tick.Wording)) },
        SetTick tick => state with { Ticks = state.Ticks.Remove(tick.Key) },
        AnswerLine { Verdict: SeenVerdict.NotLookedAt } line => state with { Answers = state.Answers.Remove(line.Key) },
        AnswerLine line => state with { Answers = state.Answers.SetItem(line.Key, new SeenAnswer(line.Verdict, line.Value, stamp.Who)) },
        ReadAfter after => ApplyAfter(state, after),
        HandOver => state with { HandedOver = new Tick(stamp.Who, stamp.When, edit.Tell()) },
        ChangeFields change => FieldFold.Apply(state, change, stamp),
        Together together => together.Edits.Aggregate(state, (s, e) => Apply(s, e, stamp)),
        _ => throw new ArgumentException($"Unknown edit {edit.GetType().Name}.", nameof(edit)),
    };

    private static SheetProblem? RefuseFound(JobState state, RecordFound found)
    {
        if (state.Sheet is null && found.Places.Count > 0) return new("/edit", "The machine has no sheet yet.");
        foreach (var place in found.Places.Keys)
        {
            if (RefusePlace(state, place, "/edit/places/" + place) is { } problem) return problem;
            if (found.Places[place] is { } unit && RefuseHome(place, unit, "/edit/places/" + place) is { } home) return home;
        }
        return null;
    }

    private static SheetProblem? RefusePlace(JobState state, string place, string path)
    {
        if (state.Sheet is null) return new("/edit", "The machine has no sheet yet.");
        return PlaceName.All(state.Sheet).Contains(place) ? null : new(path, $"{place} is no place of {state.Sheet.FullName}.");
    }

    /// <summary>A part of a known kind goes into a place of its kind; whether it runs there is for the rules to say.</summary>
    private static SheetProblem? RefuseHome(string place, Builds.Unit unit, string path) =>
        unit.Homes.Count == 0 || unit.Homes.Contains(PlaceName.Kind(place)) ? null : new(path, unit switch
        {
            { Module: not null } => "A module goes into a memory slot.",
            { Processor: not null } => "A processor goes into a socket.",
            { Drive: not null } => "A drive goes into a bay or an M.2 place.",
            { Card: not null } => "A card goes into a card slot or onto its board.",
            _ => $"{unit.Long} does not go into {PlaceName.Short(place)}.",
        });

    private static SheetProblem? RefuseMove(JobState state, Move move)
    {
        if (RefusePlace(state, move.From, "/edit/from") is { } from) return from;
        if (RefusePlace(state, move.To, "/edit/to") is { } to) return to;
        if (move.From == move.To) return new("/edit/to", "It stands there already.");
        if (state.Planned.At(move.From) is not { } unit) return new("/edit/from", $"{PlaceName.Short(move.From)} is empty.");
        if (RefuseHome(move.To, unit, "/edit/to") is { } home) return home;
        return state.Planned.At(move.To) is null ? null : new("/edit/to", $"{PlaceName.Short(move.To)} is taken; empty it first.");
    }

    private static SheetProblem? RefuseTogether(JobState state, Together together)
    {
        if (string.IsNullOrWhiteSpace(together.What)) return new("/edit/what", "A group says what it does.");
        if (together.Edits.Count is 0 or > 256) return new("/edit/edits", "A group holds 1 to 256 edits.");
        for (var i = 0; i < together.Edits.Count; i++)
        {
            var edit = together.Edits[i];
            if (edit is Together) return new($"/edit/edits/{i}", "A group holds no groups.");
            if (Refusal(state, edit) is { } problem) return problem with { Path = $"/edit/edits/{i}" + problem.Path["/edit".Length..] };
            state = Apply(state, edit, new Stamp("", default));
        }
        return null;
    }

    /// <summary>Another sheet keeps what was found and planned in the places that exist on it too.</summary>
    private static JobState ApplySheet(JobState state, AdoptSheet adopt)
    {
        var places = PlaceName.All(adopt.Sheet).ToHashSet();
        return state with
        {
            Sheet = adopt.Sheet,
            Found = state.Found.RemoveRange(state.Found.Keys.Where(p => !places.Contains(p))),
            FoundEmpty = state.FoundEmpty.Except(state.FoundEmpty.Where(p => !places.Contains(p))),
            EmptyBy = state.EmptyBy.RemoveRange(state.EmptyBy.Keys.Where(p => !places.Contains(p))),
            // What was decided about the machine stands; what was decided about the old sheet does not.
            Settled = state.Settled.RemoveRange(state.Settled.Keys.Where(p => !places.Contains(p) && !Contradictions.IsOfMachine(p))),
            Splits = state.Splits.RemoveRange(state.Splits.Keys.Where(s => adopt.Sheet.Slots.All(x => x.Id != s))),
            FoundSplits = state.FoundSplits.RemoveRange(state.FoundSplits.Keys.Where(s => adopt.Sheet.Slots.All(x => x.Id != s))),
            HeldRates = state.HeldRates.RemoveRange(state.HeldRates.Keys.Where(s => adopt.Sheet.Slots.All(x => x.Id != s))),
            Air = state.Air.RemoveRange(state.Air.Keys.Where(a => !AirParts.Of(adopt.Sheet).Contains(a))),
            Pads = state.Pads.RemoveRange(state.Pads.Keys.Where(p => !places.Contains(p))),
            Wiring = state.Wiring.RemoveRange(state.Wiring.Keys.Where(g => adopt.Sheet.Bays.All(b => b.Group != g))),
            Moves = state.Moves.RemoveRange(state.Moves.Keys.Where(k => !k.StartsWith("array:", StringComparison.Ordinal) && !places.Contains(k))),
            Wipes = state.Wipes.RemoveRange(state.Wipes.Keys.Where(k => !places.Contains(k))),
            Boot = state.Boot?.Places.All(places.Contains) == false ? null : state.Boot,
            Caches = state.Caches.RemoveRange(state.Caches.Where(c => !c.Value.Places.All(places.Contains)).Select(c => c.Key)),
            Arrays = state.Arrays.RemoveRange(state.Arrays.Where(a => a.Value is { } array && !array.Members.Concat(array.AllSpares).All(places.Contains)).Select(a => a.Key)),
            Plan = state.Plan.RemoveRange(state.Plan.Where(p => !places.Contains(p.Key) || (p.Value.MovedFrom is { } f && !places.Contains(f))).Select(p => p.Key)),
        };
    }

    private static JobState ApplyFound(JobState state, RecordFound found)
    {
        var units = state.Found.ToBuilder();
        var empty = state.FoundEmpty.ToBuilder();
        var emptyBy = state.EmptyBy.ToBuilder();
        var plan = state.Plan;
        foreach (var (place, unit) in found.Places)
        {
            if (unit is null) { units.Remove(place); empty.Add(place); emptyBy[place] = found.By; }
            else { units[place] = unit; empty.Remove(place); emptyBy.Remove(place); }
            // A planned move carries the unit as it was found; what is really there goes along, or the move falls away.
            foreach (var (to, planned) in state.Plan.Where(p => p.Value.MovedFrom == place))
                plan = unit is null ? Vacate(plan, to) : plan.SetItem(to, planned with { Unit = unit });
            if (unit is null && plan.TryGetValue(place, out var own) && own.Unit is null) plan = plan.Remove(place);
        }
        return state with
        {
            Found = units.ToImmutable(),
            FoundEmpty = empty.ToImmutable(),
            EmptyBy = emptyBy.ToImmutable(),
            // What somebody enters by hand is that person's decision against every capture.
            Settled = found.By == SurveyFold.ByHand ? state.Settled.SetItems(found.Places.Keys.Select(p => KeyValuePair.Create(p, SurveyFold.ByHand))) : state.Settled,
            Plan = plan,
            System = found.System is null ? state.System : Contradictions.Decided(state, Merge(state.System, found.System)),
        };
    }

    /// <summary>A newer capture answers its lines anew: what eyes saw there before no longer describes the machine.</summary>
    private static JobState ApplyAfter(JobState state, ReadAfter after)
    {
        var seen = after.Seen;
        var merged = state.After is { } old ? Readings.Over(old, seen) : seen;
        var stale = state.Answers.Keys.Where(k =>
            (seen.Devices.Count > 0 && k.StartsWith("firmware.", StringComparison.Ordinal)) || (seen.MemTotalKiB is not null && k.StartsWith("os.", StringComparison.Ordinal))
            || (seen.Drives.Count > 0 && k.StartsWith("drives.", StringComparison.Ordinal)) || (seen.Raids.Count > 0 && k.StartsWith("array.", StringComparison.Ordinal))
            || (seen.MemoryTest is not null && k == ExpectedMemory.TestKey) || (seen.MemoryErrors is not null && k == ExpectedMemory.ErrorsKey));
        return state with { Writes = WriteMarks.Noted(state.Writes, seen), After = merged, Answers = state.Answers.RemoveRange(stale) };
    }

    private static SystemFacts Merge(SystemFacts known, SystemFacts? more) => more is null ? known : new SystemFacts
    {
        OsBits = more.OsBits ?? known.OsBits,
        OsKind = more.OsKind ?? known.OsKind,
        OsExtended = more.OsExtended ?? known.OsExtended,
        OsLimitGiB = more.OsLimitGiB ?? known.OsLimitGiB,
        Serial = more.Serial ?? known.Serial,
        BoardRevision = more.BoardRevision ?? known.BoardRevision,
        Firmware = more.Firmware ?? known.Firmware,
        MemTotalKiB = more.MemTotalKiB ?? known.MemTotalKiB,
        HostName = more.HostName ?? known.HostName,
        ManagementAddress = more.ManagementAddress ?? known.ManagementAddress,
        Origins = known.Origins is null ? more.Origins : more.Origins is null ? known.Origins
            : new SortedDictionary<string, string>(known.Origins.Concat(more.Origins).GroupBy(o => o.Key).ToDictionary(g => g.Key, g => g.Last().Value), StringComparer.Ordinal),
    };

    /// <summary>Sets a place; a unit that had been moved there goes back to where it was found, one that was moved away stays away.</summary>
    private static ImmutableSortedDictionary<string, PlannedPlace> Put(JobState state, string place, PlannedPlace planned)
    {
        var plan = SendHome(state.Plan, place);
        // Emptying a place that was empty as found is the same as leaving it alone.
        return planned.Unit is null && !state.Found.ContainsKey(place) ? plan.Remove(place) : plan.SetItem(place, planned);
    }

    /// <summary>Leaves a place as found: what was moved there goes home, and what was moved away from it comes home.</summary>
    private static ImmutableSortedDictionary<string, PlannedPlace> TakeBack(ImmutableSortedDictionary<string, PlannedPlace> plan, string place)
    {
        var changed = SendHome(plan, place);
        foreach (var (to, _) in plan.Where(p => p.Value.MovedFrom == place)) changed = Vacate(changed, to);
        return changed.Remove(place);
    }

    /// <summary>Takes the planned unit of a place away. What was found there comes back, unless it was moved elsewhere.</summary>
    private static ImmutableSortedDictionary<string, PlannedPlace> Vacate(ImmutableSortedDictionary<string, PlannedPlace> plan, string place) =>
        plan.Values.Any(p => p.MovedFrom == place) ? plan.SetItem(place, new PlannedPlace(null)) : plan.Remove(place);

    /// <summary>The unit moved to this place goes back to its old one, unless another part is planned there by now.</summary>
    private static ImmutableSortedDictionary<string, PlannedPlace> SendHome(ImmutableSortedDictionary<string, PlannedPlace> plan, string place) =>
        plan.TryGetValue(place, out var here) && here.MovedFrom is { } home && plan.TryGetValue(home, out var left) && left.Unit is null ? plan.Remove(home) : plan;

    private static JobState ApplyMove(JobState state, Move move)
    {
        var unit = state.Planned.At(move.From)!;
        var plan = state.Plan;
        if (plan.TryGetValue(move.From, out var planned))
        {
            // A part from the shelf only changes its goal; a moved one keeps the place it was found in.
            plan = plan.Remove(move.From);
            if (state.Found.ContainsKey(move.From)) plan = plan.SetItem(move.From, new PlannedPlace(null));
            if (planned.MovedFrom == move.To) return state with { Plan = plan.Remove(move.To) };
            return state with { Plan = plan.SetItem(move.To, planned) };
        }
        plan = plan.SetItem(move.From, new PlannedPlace(null)).SetItem(move.To, new PlannedPlace(unit, move.From));
        return state with { Plan = plan };
    }
}
