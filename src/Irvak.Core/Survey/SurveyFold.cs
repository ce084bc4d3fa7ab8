using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>What the edits of Survey do to a job.</summary>
public static class SurveyFold
{
    /// <summary>The source of what a person entered.</summary>
    public const string ByHand = "by hand";

    private const int MostReadings = 24;
    private const int MostNotes = 1000;

    public static SheetProblem? Refusal(MachineState state, ReadBefore read) =>
        read.By.Trim().Length is 0 or > 400 ? new("/edit/by", "A reading names its capture.")
        : state.Readings.Count >= MostReadings && !state.Readings.ContainsKey(read.By)
            ? new("/edit/by", $"A job keeps readings of {MostReadings} kinds of capture.")
        : null;

    public static SheetProblem? Refusal(MachineState state, Settle settle) =>
        Contradictions.Of(state).FirstOrDefault(d => d.Key == settle.Place) is not { } dispute
            ? new("/edit/place", $"Nobody disagrees about {Place.NameIn(settle.Place)}.")
        : dispute.Claims.Any(c => c.By == settle.By) ? null
        : new("/edit/by", $"{settle.By} says nothing about {Place.NameIn(settle.Place)}.");

    public static SheetProblem? Refusal(AnswerCheck check) =>
        !SurveyChecks.Questions.ContainsKey(check.Key) ? new("/edit/key", $"{check.Key} is no question of the check.")
        : check.Note?.Length > 400 ? new("/edit/note", "A note is at most 400 characters long.")
        : null;

    public static SheetProblem? Refusal(MachineState state, SetNote note)
    {
        if (note.Text.Length > SetNote.Longest)
            return new("/edit/text", $"A note is at most {SetNote.Longest} characters long.");
        if (note.About.Length is 0 or > 120)
            return new("/edit/about", "A note is about something that has a name.");
        if (state.Notes.Count >= MostNotes && !state.Notes.ContainsKey(note.About))
            return new("/edit/about", $"A job keeps {MostNotes} notes.");
        if (note.About == "machine" || note.About.StartsWith("plug:", StringComparison.Ordinal))
            return null;
        return state.Sheet is not null && SheetPlaces.Has(state.Sheet, Place.Parse(note.About))
            ? null
            : new("/edit/about", $"{note.About} is no place of this machine.");
    }

    /// <summary>A newer capture of the same kind takes the old one's place in all it tells; what it does not tell stands.</summary>
    public static MachineState Apply(MachineState state, ReadBefore read)
    {
        var (seen, kinds) = (read.Seen, Kinds(read.By).ToList());
        var readings = state.Readings;
        var reopened = state.Settled;
        foreach (var (by, old) in state.Readings)
        {
            if (!Kinds(by).Intersect(kinds).Any())
                continue;
            // Where the same source says something new, what was decided against the old saying is open again.
            if (state.Sheet is { } sheet)
            {
                var (was, now) = (AsFound.From(sheet, old, by).Places, AsFound.From(sheet, read.Seen, read.By).Places);
                foreach (var (place, unit) in now)
                    if (was.TryGetValue(place, out var before) && !Contradictions.Same(before, unit))
                        reopened = reopened.Remove(place.ToString());
            }
            reopened = reopened.RemoveRange(Contradictions.Changed(old, read.Seen));
            readings = readings.Remove(by);
            seen = Readings.Over(old, seen);
            kinds = [.. kinds.Union(Kinds(by))];
        }
        return Refresh(
            state with
            {
                Writes = Observations.WriteMarks.Noted(state.Writes, read.Seen),
                Readings = readings.SetItem(Name(kinds), seen),
                Settled = reopened,
            }
        );
    }

    /// <summary>What was found and planned, in the places that another sheet has too.</summary>
    public static MachineState Onto(MachineState state, MachineSheet sheet, IReadOnlySet<Place> places) =>
        state with
        {
            Sheet = sheet,
            Found = state.Found.RemoveRange(state.Found.Keys.Where(p => !places.Contains(p))),
            FoundEmpty = state.FoundEmpty.Except(state.FoundEmpty.Where(p => !places.Contains(p))),
            EmptyBy = state.EmptyBy.RemoveRange(state.EmptyBy.Keys.Where(p => !places.Contains(p))),
            Told = state.Told.RemoveRange(state.Told.Keys.Where(ToldFacts.IsOfSheet)),
            // What was decided about the machine stands; what was decided about the old sheet does not.
            Settled = state.Settled.RemoveRange(
                state.Settled.Keys.Where(p => !places.Contains(Place.Parse(p)) && !Contradictions.IsOfMachine(p))
            ),
            Plan = state.Plan.RemoveRange(
                state.Plan.Where(p => !places.Contains(p.Key) || (p.Value.MovedFrom is { } f && !places.Contains(f))).Select(p => p.Key)
            ),
        };

    /// <summary>
    /// What captures had said before there was a sheet, or on a sheet with fewer places, takes its places now; nobody's word is
    /// overwritten.
    /// </summary>
    public static MachineState ReadAgain(MachineState state)
    {
        foreach (var (by, seen) in state.Readings)
        {
            var found = AsFound.From(state.Sheet!, seen, by);
            state = Settled(state, found with { Places = Contradictions.WithoutContradicted(state, found), System = null });
        }
        return state.Readings.Count == 0 ? state : Refresh(state);
    }

    /// <summary>A drive that stands in its bay learns from every capture that knows its serial number: its name in the system, its array,
    /// its grade. A slot that firmware only gives an address of learns from the listing of the bus what stands there.</summary>
    private static MachineState Refresh(MachineState state)
    {
        var bySerial = new Dictionary<string, Builds.Unit>(StringComparer.OrdinalIgnoreCase);
        foreach (var drive in state.Seen.Drives)
            if (drive.Serial is { } serial)
                bySerial[serial] = SeenUnits.Of(drive, "captures", "line");
        var better = new Dictionary<Place, Builds.Unit?>();
        foreach (var (place, unit) in state.Found)
            if (unit.Drive is not null && unit.Serial is { } serial && bySerial.TryGetValue(serial, out var seen))
                better[place] = SeenUnits.Joined(unit, seen);
        foreach (var (place, unit) in Cards(state))
            better[place] = unit;
        return better.Count == 0 ? state : Settled(state, new RecordFound(better, null, "captures"));
    }

    private static IEnumerable<(Place Place, Builds.Unit Unit)> Cards(MachineState state)
    {
        if (state.Sheet is not { } sheet || state.Readings.Count < 2)
            yield break;
        foreach (var (place, card, _) in CardMatch.Of(sheet, state.Seen))
            if (
                card is not null
                && !state.Found.ContainsKey(place)
                && !state.FoundEmpty.Contains(place)
                && state.Readings.FirstOrDefault(r => r.Value.Pci.Contains(card)) is { Key: { } by, Value: { } seen }
            )
                yield return (place, SeenUnits.Of(card, by, seen.CountsIn));
    }

    public static MachineState Apply(MachineState state, Settle settle)
    {
        var claim = Contradictions.Of(state).First(d => d.Key == settle.Place).Claims.First(c => c.By == settle.By);
        if (settle.Place.StartsWith("fact:", StringComparison.Ordinal))
            return state with
            {
                System = Contradictions.Put(state.System, settle.Place, claim),
                Settled = state.Settled.SetItem(settle.Place, settle.By),
            };
        var found = new RecordFound(new Dictionary<Place, Builds.Unit?> { [Place.Parse(settle.Place)] = claim.Unit }, null, claim.By);
        var after = Settled(state, found);
        return after with { Settled = after.Settled.SetItem(settle.Place, settle.By) };
    }

    public static MachineState Apply(MachineState state, AnswerCheck check, Stamp stamp) =>
        state with
        {
            Checks = check.Good is { } good
                ? state.Checks.SetItem(
                    check.Key,
                    new CheckAnswer(good, string.IsNullOrWhiteSpace(check.Note) ? null : check.Note.Trim(), stamp.Who)
                )
                : state.Checks.Remove(check.Key),
        };

    /// <summary>A place without a person's word: what captures say of it, the last of them, stands; where none does, nobody has
    /// looked.</summary>
    public static MachineState Unseen(MachineState state, Place place)
    {
        var plan = state.Plan;
        foreach (var (to, _) in state.Plan.Where(p => p.Value.MovedFrom == place))
            plan = PlacePlan.Vacate(plan, to);
        // Nothing is taken out of a place that nobody looked into.
        if (plan.TryGetValue(place, out var own) && own.Unit is null)
            plan = plan.Remove(place);
        var blank = state with
        {
            Found = state.Found.Remove(place),
            FoundEmpty = state.FoundEmpty.Remove(place),
            EmptyBy = state.EmptyBy.Remove(place),
            Settled = state.Settled.Remove(place.ToString()),
            Plan = plan,
        };
        foreach (var (by, seen) in state.Readings.Reverse())
            if (AsFound.From(state.Sheet!, seen, by).Places.TryGetValue(place, out var unit))
                return Settled(blank, new RecordFound(new Dictionary<Place, Builds.Unit?> { [place] = unit }, null, by));
        return CarrierPlaces.Settled(blank);
    }

    /// <summary>The state after something was recorded, with the places that carriers bring.</summary>
    private static MachineState Settled(MachineState state, RecordFound found) => CarrierPlaces.Settled(found.Applied(state, Stamp.None));

    /// <summary>The kinds of capture that a name joins: "firmware listing and system memory" is two.</summary>
    public static IEnumerable<string> Kinds(string by) =>
        by.Split([", ", " and "], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private static string Name(List<string> kinds) =>
        kinds.Count == 1 ? kinds[0] : string.Join(", ", kinds.Take(kinds.Count - 1)) + " and " + kinds[^1];
}
