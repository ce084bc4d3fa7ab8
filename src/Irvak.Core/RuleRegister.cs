using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Drives;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Power;
using Irvak.Core.Processors;
using Irvak.Core.Shopping;
using Irvak.Core.Verdicts;
using Irvak.Core.Wear;

namespace Irvak.Core;

/// <summary>Every rule, once. <c>docs/rules.md</c>, the screens and the tests all read this list.</summary>
public static class RuleRegister
{
    public static readonly IReadOnlyList<Rule> All =
    [
        Legality.Generation, Legality.Form, Legality.Type, Legality.Kind, Legality.EccOff, Legality.EccNoStart, Legality.Dark, Legality.DarkUnknown, Legality.NotTold, Legality.Plausible,
        Limits.Slot, Limits.Total, Limits.Processor, Limits.Warranty,
        Legality.ByProcessor, Legality.Revision, Voltage.TooHigh, Voltage.Mixed, ChannelLoad.Ranks, ChannelLoad.RanksTypical, ChannelLoad.Widths, ChannelLoad.WidthsRefused,
        ChannelLoad.Stacked, ChannelLoad.Dies, ChannelLoad.Dense, EccUse.Unused, Modes.Unmet, Modes.NotOffered,
        FillOrder.Skipped, FillOrder.OrderUnknown, FillOrder.OffTable, FillOrder.RanksFirst, FillOrder.WithoutOwn,
        Rate.Drops, Rate.ClocksDown, Rate.Unknown,
        Interleave.Empty, Interleave.Uneven,
        OsShare.Below4, OsShare.Beyond,
        Mixing.Makers, Mixing.Kinds,
        ProcessorFit.Socket, ProcessorFit.Soldered, ProcessorFit.List, ProcessorFit.Revision, ProcessorFit.Firmware, ProcessorFit.FirmwareUnknown, ProcessorFit.Heat,
        ProcessorFit.Company, ProcessorFit.Pair, Screens.Dark, Screens.Elsewhere, Screens.Wakes, ProcessorFit.Lanes, ProcessorFit.Wakes,
        DriveFit.NoMate, DriveFit.NotTold, DriveFit.TooLarge, DriveFit.Converter, DriveFit.TooHigh, DriveFit.Spacer, DriveFit.Reformat, DriveFit.OffList, DriveFit.NoRate, DriveFit.Slower, DriveFit.Worn, DriveManners.Desktop, DriveManners.FastSpinning, ControllerFit.Unguarded, DriveManners.Holes, DriveFit.PinThree, DriveFit.PinThreeUnknown,
        M2Fit.Form, M2Fit.Key, M2Fit.Length, M2Fit.Wiring, M2Fit.Sides, M2Fit.Lanes,
        ControllerFit.Protocol, ControllerFit.NoRate, ControllerFit.Slower, ControllerFit.Addresses, ControllerFit.TooMany, ControllerFit.Ports, ControllerFit.Unknown,
        ControllerFit.Guard, ControllerFit.Driver, ControllerFit.Pair, ControllerFit.Members, ControllerFit.Mode, ControllerFit.Foreign, ControllerFit.Across, ControllerFit.None,
        ArrayRules.Impossible, ArrayRules.Erases, ArrayRules.NoRedundancy, ArrayRules.NotBackup, ArrayRules.Unequal, ArrayRules.RebuildRisk, ArrayRules.Strip,
        ArrayRules.WriteThrough, ArrayRules.Offered, ArrayRules.Twice, SpareFit.Unfit,
        ArrayMixing.Media, ArrayMixing.Protocol, ArrayMixing.Sectors, ArrayMixing.Shingled, ArrayMixing.Recovery, MemberPulled.Loses, MemberPulled.Weakens, MemberPulled.Replaced, MemberPulled.Down, MemberPulled.Weak, MemberPulled.NotKnown, MemberPulled.Blind,
        BootSheet.Nvme, BootSheet.Sectors, BootSheet.Large, BootSheet.Host, BootSheet.Mirrored, BootSheet.Unlike, BootSheet.Media, BootSheet.Wears, BootSheet.Empty,
        CardFit.Bus, CardFit.Edge, CardFit.Height, CardFit.Length, CardFit.Thick, CardFit.Covers, CardFit.Clearance, CardFit.Power, CardFit.Plug, CardFit.Air, CardFit.AirUnknown, CardFit.Homeless,
        LaneRules.Split, LaneRules.Undivided, LaneRules.Dark, LaneRules.Less, LaneRules.Narrow, LaneRules.Uplink, LaneRules.Over, LaneRules.Side, LaneRules.Shared, LaneRules.Trained,
        PowerRules.Short, PowerRules.Tight, PowerRules.Alone, PowerRules.Start, PowerRules.Rail, PowerRules.Plugs, PowerRules.Splitter, PowerRules.Moulded, PowerRules.Mistyped, PowerRules.Unknown,
        PowerRules.Fan, PowerRules.Blank, PowerRules.Hot, PowerRules.TooHot, PowerRules.Pad,
        PathRules.Shared, PathRules.Pinch, PathRules.Wish, PathRules.Amplified,
        CacheRules.Broken, CacheRules.Alone, CacheRules.Unguarded, CacheRules.Small, CacheRules.Useless, CacheRules.Wears, CacheRules.NotFlash, CacheRules.Twice, CacheRules.Key,
        Endurance.Short, Moves.Unsaid, Moves.TooSmall, Moves.SectorSize, Moves.Never, Moves.KeyFirst, Wiping.Unsaid,
        AimDistance.Memory, AimDistance.Space, AimDistance.Failures, AimDistance.Money,
        ShoppingList.Short,
    ];

    /// <summary>The register as Markdown, for <c>docs/rules.md</c>.</summary>
    public static string ToMarkdown()
    {
        var text = new System.Text.StringBuilder("# Rules\n\nGenerated from the definitions that run. Severity is the rule's own; policy and evidence change it for limits on the maker's sheet.\n");
        foreach (var rule in All.OrderBy(r => r.Code, StringComparer.Ordinal))
            text.Append($"\n## {rule.Code} · {rule.Severity.ToString().ToLowerInvariant()}\n\n{rule.ForOne}\n\n- Why: {rule.Reason}\n- Source: {rule.Source}\n- Basis: {rule.Basis.ToString().ToLowerInvariant()}\n");
        return text.ToString();
    }
}
