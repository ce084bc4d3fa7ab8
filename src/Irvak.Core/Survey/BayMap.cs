using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;

namespace Irvak.Core.Survey;

/// <summary>One row of the map that is printed and taped on: which drive is which.</summary>
/// <param name="Place">The place; null for a drive that nobody has put into its bay yet.</param>
/// <param name="Bay">Name as printed on the chassis.</param>
/// <param name="InUse">True when an array, a pool or a mounted volume rests on it.</param>
public sealed record BayRow(
    Place? Place,
    string Bay,
    string What,
    string? Serial,
    string? SystemName,
    string? MemberOf,
    Grade? Grade,
    bool InUse
)
{
    public required bool Looked { get; init; }

    /// <summary>What its controller calls its state, where that means trouble, or that it is being filled.</summary>
    public string? Trouble { get; init; }
}

/// <summary>Bay ↔ serial number ↔ name in the system ↔ array, in the chassis' own order.</summary>
public static class BayMap
{
    /// <param name="loose">Drives without a bay, as <see cref="LooseDrives.Of"/> tells them.</param>
    public static IReadOnlyList<BayRow> Of(MachineState state, IReadOnlyList<LooseDrive> loose)
    {
        if (state.Sheet is not { } sheet)
            return [];
        var rows = new List<BayRow>();
        foreach (var place in sheet.Bays.SelectMany(g => g.Names.Select(Place.Bay)).Concat(sheet.M2.Select(m => Place.M2(m.Id))))
        {
            var unit = state.Found.GetValueOrDefault(place);
            rows.Add(
                unit is null
                    ? new BayRow(
                        place,
                        place.Name,
                        state.FoundEmpty.Contains(place) ? "empty" : "not looked at",
                        null,
                        null,
                        null,
                        null,
                        false
                    )
                    {
                        Looked = state.FoundEmpty.Contains(place),
                    }
                    : Row(place, place.Name, unit, state.Seen)
            );
        }
        rows.AddRange(loose.Select(l => Row(null, "?", l.Unit, state.Seen)));
        return rows;
    }

    private static BayRow Row(Place? place, string bay, Builds.Unit unit, Observation seen)
    {
        var member = MemberOf(unit, seen.Raids);
        var told = seen.Drives.FirstOrDefault(d =>
            d.Serial is not null && string.Equals(d.Serial, unit.Serial, StringComparison.OrdinalIgnoreCase)
        );
        return new BayRow(place, bay, unit.Short, unit.Serial, unit.SystemName, member, unit.Grade?.Grade, member is not null)
        {
            Looked = true,
            Trouble = told?.State is { } word && (DriveState.IsTrouble(word) || DriveState.IsFilling(word)) ? word : null,
        };
    }

    /// <summary>The arrays that a drive or its parts are in, the largest first; a small appliance keeps its system in small ones over the
    /// same drives.</summary>
    private static string? MemberOf(Builds.Unit unit, IReadOnlyList<Observations.SeenRaid> raids)
    {
        if (unit.SystemName?.Replace("/dev/", "") is not { Length: > 0 } name)
            return unit.MemberOf;
        List<string> all =
        [
            .. from raid in raids.OrderByDescending(r => r.Bytes ?? 0)
            let member = raid.Members.FirstOrDefault(m => ArrayNow.IsPart(m.Name, name))
            where member is not null
            select $"{raid.Name}{(raid.Level is { } level ? " " + level : "")}{(member.Role == "active" ? "" : $", {member.Role}")}",
        ];
        return all.Count > 0 ? string.Join("; ", all) : unit.MemberOf;
    }
}
