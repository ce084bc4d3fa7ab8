using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>Arrays of a job: as found by the captures, and as planned.</summary>
public static class JobArrays
{
    /// <summary>What the captures tell: which drive is a member of what, and its level. An array whose level nobody told is left
    /// out.</summary>
    public static IReadOnlyList<ArrayPlan> Found(MachineState machine)
    {
        var raids = machine.Seen.Raids;
        IEnumerable<Place> InOrder(IEnumerable<Place> members) =>
            machine.Sheet is { } sheet ? SheetPlaces.InOrder(sheet, members.Order(), p => p) : members.Order();
        var spares = raids.SelectMany(r => r.Members.Where(m => m.Role is "spare" or "journal").Select(m => m.Name)).ToList();
        bool Stands(Place place) =>
            machine.Found[place].SystemName?.Replace("/dev/", "") is not { Length: > 0 } name || !spares.Any(s => ArrayNow.IsPart(s, name));
        return
        [
            .. from member in ArrayNow.Membership(machine, raids)
            where Stands(member.Key)
            group member.Key by member.Value into members
            let raid = raids.FirstOrDefault(r => string.Equals(r.Name, members.Key, StringComparison.OrdinalIgnoreCase))
            let level = LevelOf(raid, machine.ArraysSaid.GetValueOrDefault(members.Key), members.Count())
            where level is not null
            orderby members.Key
            select new ArrayPlan(
                members.Key,
                level.Value,
                [.. InOrder(members)],
                Host(members.Key, raid, machine.ArraysSaid.GetValueOrDefault(members.Key)),
                StripKiB: raid?.ChunkKiB
            ),
        ];
    }

    /// <summary>Arrays as they are to be: what was found, with what the plan makes, changes and drops.</summary>
    public static IReadOnlyList<ArrayPlan> Planned(MachineState machine, ArraySlice slice)
    {
        var found = Found(machine).Where(a => !slice.Plans.ContainsKey(a.Name));
        return [.. found.Concat(slice.Plans.Values.OfType<ArrayPlan>()).OrderBy(a => a.Name, StringComparer.OrdinalIgnoreCase)];
    }

    /// <summary>The level that a capture's own name of it means; null when it is none known.</summary>
    internal static ArrayLevel? LevelNamed(SeenRaid raid) => LevelOf(raid, 2);

    /// <summary>As a capture names it, else as somebody said.</summary>
    internal static ArrayLevel? LevelOf(SeenRaid? raid, ArraySaid? said, int members) =>
        LevelOf(raid, members) ?? ArrayAnswers.LevelOf(said?.Level);

    private static ArrayLevel? LevelOf(SeenRaid? raid, int members)
    {
        var digits = raid?.Level is { } text ? new string([.. text.Where(char.IsAsciiDigit)]) : null;
        return digits switch
        {
            "0" => ArrayLevel.Stripe,
            "1" => ArrayLevel.Mirror,
            "10" => members % 2 == 0 || raid!.Name.StartsWith("md", StringComparison.Ordinal) ? ArrayLevel.Pairs : null,
            "5" => ArrayLevel.Parity1,
            "6" => ArrayLevel.Parity2,
            _ => raid?.Level == "linear" ? ArrayLevel.Span : null,
        };
    }

    /// <summary>As somebody said, where no capture tells. The kernel names its arrays md and a number, those too that it runs for the
    /// firmware of a board; other names come from controllers.</summary>
    private static ArrayHost Host(string name, SeenRaid? raid, ArraySaid? said) =>
        raid is null && ArrayAnswers.HostOf(said?.Keeper) is { } host ? host
        : raid?.OfFirmware != true && IsOfKernel(name) ? ArrayHost.Kernel
        : ArrayHost.Controller;

    /// <summary>True for a name that the kernel gives: md and a number.</summary>
    internal static bool IsOfKernel(string name) => name.StartsWith("md", StringComparison.Ordinal);
}
