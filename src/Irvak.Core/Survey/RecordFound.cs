using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Survey;

/// <summary>Records what sits in places of the machine as found; null means looked at and empty.</summary>
/// <param name="System">Facts of the system that came with it; null fields leave what is known.</param>
/// <param name="By">Capture or person.</param>
[EditName("recordFound")]
public sealed record RecordFound(IReadOnlyDictionary<Place, Unit?> Places, SystemFacts? System, string By) : MachineEdit
{
    public override IEnumerable<string> Touches() => Places.Keys.Select(p => "found:" + p).Concat(System is null ? [] : ["system"]);

    public override string ValueAt(string subject) =>
        subject == "system"
            ? string.Join(
                ", ",
                FieldWords
                    .Written(System!)
                    .EnumerateObject()
                    .Where(p =>
                        p.Value.ValueKind is global::System.Text.Json.JsonValueKind.String or global::System.Text.Json.JsonValueKind.Number
                    )
                    .Select(p => $"{p.Name} {FieldWords.Value(p.Value)}")
            )
        : Places.TryGetValue(Place.Parse(subject["found:".Length..]), out var unit) ? unit?.Long ?? "empty"
        : "";

    public override string Tell() =>
        Places.Count == 1
            ? $"finds {(Places.First().Value?.Long ?? "nothing")} in {Places.First().Key.Name} ({By})"
            : $"records {Places.Count} places as found ({By})";

    public override SheetProblem? Refusal(MachineState machine)
    {
        if (machine.Sheet is null && Places.Count > 0)
            return new("/edit", "The machine has no sheet yet.");
        foreach (var place in Places.Keys)
        {
            if (machine.RefusePlace(place, "/edit/places/" + place) is { } problem)
                return problem;
            if (Places[place] is { } unit && PlacePlan.RefuseHome(place, unit, "/edit/places/" + place) is { } home)
                return home;
        }
        return null;
    }

    public override MachineState Applied(MachineState machine, Stamp stamp)
    {
        var units = machine.Found.ToBuilder();
        var empty = machine.FoundEmpty.ToBuilder();
        var emptyBy = machine.EmptyBy.ToBuilder();
        var plan = machine.Plan;
        foreach (var (place, unit) in Places)
        {
            if (unit is null)
            {
                units.Remove(place);
                empty.Add(place);
                emptyBy[place] = By;
            }
            else
            {
                units[place] = unit;
                empty.Remove(place);
                emptyBy.Remove(place);
            }
            // A planned move carries the unit as it was found; what is really there goes along, or the move falls away.
            foreach (var (to, planned) in machine.Plan.Where(p => p.Value.MovedFrom == place))
                plan = unit is null ? PlacePlan.Vacate(plan, to) : plan.SetItem(to, planned with { Unit = unit });
            if (unit is null && plan.TryGetValue(place, out var own) && own.Unit is null)
                plan = plan.Remove(place);
        }
        return machine with
        {
            Found = units.ToImmutable(),
            FoundEmpty = empty.ToImmutable(),
            EmptyBy = emptyBy.ToImmutable(),
            // What somebody enters by hand is that person's decision against every capture.
            Settled =
                By == SurveyFold.ByHand
                    ? machine.Settled.SetItems(Places.Keys.Select(p => KeyValuePair.Create(p.ToString(), SurveyFold.ByHand)))
                    : machine.Settled,
            Told = ToldFacts.Overruled(machine, System),
            Plan = plan,
            System = System is null ? machine.System : Contradictions.Decided(machine, Merge(machine.System, System)),
        };
    }

    private static SystemFacts Merge(SystemFacts known, SystemFacts? more) =>
        more is null
            ? known
            : new SystemFacts
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
                Origins =
                    known.Origins is null ? more.Origins
                    : more.Origins is null ? known.Origins
                    : new SortedDictionary<string, string>(
                        known.Origins.Concat(more.Origins).GroupBy(o => o.Key).ToDictionary(g => g.Key, g => g.Last().Value),
                        StringComparer.Ordinal
                    ),
            };
}
