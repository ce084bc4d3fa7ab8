using Irvak.Core.Sheets;

namespace Irvak.Core.Verdicts;

/// <summary>What sources say of the value that a rule leans on; a verdict shows them all, so that nobody takes a disputed limit for a settled one.</summary>
public static class SourcesDiffer
{
    /// <summary>Values about which sources are known to differ, as JSON pointers of the machine sheet, each with the rules that use it.</summary>
    public static readonly IReadOnlyDictionary<string, IReadOnlyList<string>> Rules = new Dictionary<string, IReadOnlyList<string>>
    {
        ["/memory/slotLimitGiB"] = ["MEM-SLOT"],
        ["/memory/totalLimitGiB"] = ["MEM-TOTAL"],
        ["/memory/rateLimitMTs"] = ["MEM-RATE", "MEM-RATE-BAND"],
        ["/memory/eccWorks"] = ["MEM-ECC", "MEM-ECC-START", "MEM-ECC-UNUSED"],
        ["/memory/generation"] = ["MEM-GEN"],
        ["/memory/reservedMiB"] = ["MEM-OS32", "MEM-OS-LIMIT"],
        ["/bays/0/limitTB"] = ["DRV-SIZE"],
        ["/bays/0/hotPlug"] = ["ARR-PULL"],
        ["/supplies/0/watt"] = ["POWER-HEADROOM", "POWER-SHORT", "POWER-START", "POWER-ONE"],
        ["/firmware/bootsNvme"] = ["BOOT-NVME"],
        ["/firmware/boots4Kn"] = ["BOOT-4KN"],
        ["/slots/0/elec"] = ["LANE-LESS", "LANE-NARROW", "LANE-DARK"],
        ["/fans"] = ["HEAT-AIR", "HEAT-FAN", "CARD-AIR", "CARD-AIR-ASK"],
    };

    /// <summary>The claims about what this rule uses; none for most.</summary>
    public static IReadOnlyList<Claim> About(Rule rule, MachineSheet sheet) =>
        sheet.Claims.Count == 0 ? [] : [.. sheet.Claims.Where(c => Rules.TryGetValue(c.Path, out var codes) && codes.Contains(rule.Code))];
}
