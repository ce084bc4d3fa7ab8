using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>What one part draws.</summary>
/// <param name="Active">At work, W.</param>
/// <param name="Idle">At rest, W.</param>
/// <param name="SpinAmp12">On 12 V while a disk spins up, A; 0 for all else.</param>
/// <param name="SpinAmp5">On 5 V meanwhile, A.</param>
/// <param name="Source">Whose word it is.</param>
/// <param name="SpinTold">True when its sheet tells what it takes while it spins up.</param>
public sealed record PowerLine(
    Place Place,
    string Part,
    double Active,
    double Idle,
    double SpinAmp12,
    double SpinAmp5,
    string Source,
    bool SpinTold = false
)
{
    /// <summary>True when a sheet tells what it draws at work.</summary>
    public bool Told => Source.EndsWith("sheet", StringComparison.Ordinal);
}

/// <summary>Watts of parts; the sheet's value always wins.</summary>
internal static class Draws
{
    private const string Practice = "usual for its kind (common practice, no source)";

    // At work and at rest, W. Common practice, no source.
    private static readonly Dictionary<string, (double Active, double Idle)> Drives = new()
    {
        ["disk-3.5"] = (8.5, 5),
        ["disk-2.5"] = (2.5, 1),
        ["disk-2.5-fast"] = (7.5, 5),
        ["sata-flash"] = (3.5, 1),
        ["m.2"] = (7.5, 1.5),
        ["u.2"] = (16, 6),
        ["tape"] = (25, 10),
    };

    // A disk of 3.5 inches on 12 V and on 5 V while it spins up; a small one on 5 V; a fast small one on 12 V. Common practice, no source.
    private const double Spin12 = 2.0,
        Spin5 = 0.85,
        SmallSpin5 = 1.0,
        FastSpin12 = 1.6;

    // A processor at rest, of its rating; boards and fans. From memory.
    private const double IdleShare = 0.3,
        BoardWatt = 25,
        SmallBoardWatt = 8,
        FanWatt = 5,
        ProcessorWatt = 95,
        SmallProcessorWatt = 15;

    private static bool IsSmall(MachineSheet sheet) =>
        sheet.Chassis.Kind is ChassisKind.Thin or ChassisKind.Laptop or ChassisKind.Drawers or ChassisKind.Slab;

    public static IEnumerable<PowerLine> Of(MachineSheet sheet, Build build)
    {
        if (sheet.Chassis.Kind != ChassisKind.Shelf)
            yield return new(
                Place.None,
                "Board",
                IsSmall(sheet) ? SmallBoardWatt : BoardWatt,
                IsSmall(sheet) ? SmallBoardWatt : BoardWatt,
                0,
                0,
                "from memory"
            );
        if (sheet.Fans is > 0 and var fans)
            yield return new(Place.None, fans == 1 ? "Fan" : $"{fans} fans", fans * FanWatt, fans * FanWatt / 2, 0, 0, "from memory");
        foreach (var (place, unit) in build.Units)
            if (Of(sheet, place, unit) is { } line)
                yield return line;
    }

    private static PowerLine? Of(MachineSheet sheet, Place place, Unit unit) =>
        unit switch
        {
            { Processor: { } p } => p.Watt is { } w
                ? new(place, unit.Short, w, w * IdleShare, 0, 0, "processor's sheet")
                : new(
                    place,
                    unit.Short,
                    IsSmall(sheet) ? SmallProcessorWatt : ProcessorWatt,
                    (IsSmall(sheet) ? SmallProcessorWatt : ProcessorWatt) * IdleShare,
                    0,
                    0,
                    "from memory"
                ),
            { Module: { } m } => Memory(place, unit, m),
            { Drive: { } d } => Drive(place, unit, d),
            { Card: { } c } => c.Watt is { } w
                ? new(place, unit.Short, w, w * 0.6, 0, 0, "card's sheet")
                : new(place, unit.Short, Usual(c), Usual(c) * 0.6, 0, 0, Practice),
            _ => null,
        };

    // Controllers with a cache and plain ones, network, graphics, carriers. Common practice, no source.
    private static double Usual(CardSheet card) =>
        card.Role switch
        {
            CardRole.Controller => card.Controller?.CacheMiB > 0 ? 20 : 11,
            CardRole.Network => card.Network?.RatesGbs.DefaultIfEmpty(1).Max() >= 25 ? 15 : 8,
            CardRole.Graphics => 75,
            CardRole.Carrier or CardRole.PortCard => 4,
            _ => 10,
        };

    // Unbuffered 2 to 4, registered 4 to 6, load-reduced 6 to 10, registered of DDR5 6 to 12 W: the middle. Common practice, no source.
    private static PowerLine Memory(Place place, Unit unit, ModuleSheet module)
    {
        var watt = module.Type switch
        {
            ModuleType.Registered => module.Generation == MemoryGeneration.Ddr5 ? 9 : 5,
            ModuleType.LoadReduced or ModuleType.FullyBuffered => 8,
            _ => 3,
        };
        return new(place, unit.Short, watt, watt / 3.0, 0, 0, Practice);
    }

    private static PowerLine Drive(Place place, Unit unit, DriveSheet drive)
    {
        var fast = drive.Rpm >= 10_000;
        var disk = drive.Media == DriveMedia.Disk;
        var kind =
            drive.Media == DriveMedia.Tape ? "tape"
            : disk
                ? drive.Form == "2.5"
                        ? fast ? "disk-2.5-fast"
                            : "disk-2.5"
                    : "disk-3.5"
            : drive.Form is "m.2" or "msata" ? "m.2"
            : drive.Protocol == DriveProtocol.Nvme ? "u.2"
            : "sata-flash";
        var (active, idle) = Drives[kind];
        var small = drive.Form == "2.5";
        var spin12 = !disk
            ? 0
            : drive.SpinUpAmp
                ?? (
                    small
                        ? fast
                            ? FastSpin12
                            : 0
                        : Spin12
                );
        return new(
            place,
            unit.Short,
            drive.WattActive ?? active,
            drive.WattIdle ?? idle,
            spin12,
            !disk ? 0
                : small && !fast ? SmallSpin5
                : Spin5,
            drive.WattActive is null ? Practice : "drive's sheet",
            drive.SpinUpAmp is not null
        );
    }
}
