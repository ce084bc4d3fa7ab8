using Irvak.Core.Drives;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>One row of the map that is printed and taped on: which drive is which.</summary>
/// <param name="Place">The place; null for a drive that nobody has put into its bay yet.</param>
/// <param name="Bay">Name as printed on the chassis.</param>
/// <param name="InUse">True when an array, a pool or a mounted volume rests on it.</param>
public sealed record BayRow(string? Place, string Bay, string What, string? Serial, string? SystemName, string? MemberOf, Grade? Grade, bool InUse, bool Looked);

/// <summary>Bay ↔ serial number ↔ name in the system ↔ array, in the chassis' own order.</summary>
public static class BayMap
{
    /// <param name="loose">Drives without a bay, as <see cref="LooseDrives.Of"/> tells them.</param>
    public static IReadOnlyList<BayRow> Of(JobState state, IReadOnlyList<LooseDrive> loose)
    {
        if (state.Sheet is not { } sheet) return [];
        var raids = Readings.All(state).Raids;
        var rows = new List<BayRow>();
        foreach (var place in sheet.Bays.SelectMany(g => g.Names.Select(PlaceName.Bay)).Concat(sheet.M2.Select(m => PlaceName.M2(m.Id))))
        {
            var unit = state.Found.GetValueOrDefault(place);
            rows.Add(unit is null
                ? new BayRow(place, PlaceName.Short(place), state.FoundEmpty.Contains(place) ? "empty" : "not looked at", null, null, null, null, false, state.FoundEmpty.Contains(place))
                : Row(place, PlaceName.Short(place), unit, raids));
        }
        rows.AddRange(loose.Select(l => Row(null, "?", l.Unit, raids)));
        return rows;
    }

    private static BayRow Row(string? place, string bay, Builds.Unit unit, IReadOnlyList<Observations.SeenRaid> raids)
    {
        var member = MemberOf(unit, raids);
        return new BayRow(place, bay, unit.Short, unit.Serial, unit.SystemName, member, unit.Grade?.Grade, member is not null, true);
    }

    /// <summary>The array that a drive or one of its parts is in: sda1 is a part of /dev/sda, nvme0n1p2 one of /dev/nvme0n1.</summary>
    private static string? MemberOf(Builds.Unit unit, IReadOnlyList<Observations.SeenRaid> raids)
    {
        if (unit.SystemName?.Replace("/dev/", "") is { Length: > 0 } name)
            foreach (var raid in raids)
                if (raid.Members.FirstOrDefault(m => IsPart(m.Name, name)) is { } member)
                    return $"{raid.Name}{(raid.Level is { } level ? " " + level : "")}{(member.Role == "active" ? "" : $", {member.Role}")}";
        return unit.MemberOf;
    }

    private static bool IsPart(string part, string disk) =>
        part == disk || (part.StartsWith(disk, StringComparison.Ordinal) && part[disk.Length..] is var rest && (rest.All(char.IsAsciiDigit) || (rest[0] == 'p' && rest.Length > 1 && rest[1..].All(char.IsAsciiDigit))));
}
