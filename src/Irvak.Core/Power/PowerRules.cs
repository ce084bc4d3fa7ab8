using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Power;

/// <summary>What stands in the way of current and air.</summary>
public static partial class PowerRules
{
    public static readonly Rule Short = new(
        "POWER-SHORT",
        Family.Power,
        Severity.Stop,
        "At work the plan draws {draw}; the supplies give {gives}.",
        "A supply beyond its rating switches off, or ages fast.",
        "supplies' rating; parts' sheets, else common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/supplies/0/watt"],
    };

    public static readonly Rule Tight = new(
        "POWER-HEADROOM",
        Family.Power,
        Severity.Care,
        "At work the plan draws {draw} of {gives}: {left} are left, 20 % should be.",
        "Peaks, age and heat want room.",
        "common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/supplies/0/watt"],
    };

    public static readonly Rule Alone = new(
        "POWER-ONE",
        Family.Power,
        Severity.Care,
        "One supply alone gives {gives}; the plan draws {draw}.",
        "When one fails the other carries everything, or the machine goes down with it.",
        "supplies' rating; parts' sheets, else common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/supplies/0/watt"],
    };

    public static readonly Rule Start = new(
        "POWER-START",
        Family.Power,
        Severity.Care,
        "{disks} spinning up at once: {peak} for some seconds; {gives} are there.",
        "A disk takes about 2 A on 12 V while it comes up to speed. Let groups start one after another.",
        "common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/supplies/0/watt"],
    };

    public static readonly Rule Rail = new(
        "POWER-RAIL",
        Family.Power,
        Severity.Stop,
        "The start draws {amp} on {rail}; the supply’s label gives {limit} there.",
        "A rail beyond its rating switches the supply off, however many watts are left on the others.",
        "supply's label; disks: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Mistyped = new(
        "POWER-LOOK",
        Family.Power,
        Severity.Care,
        "A supply of {gives} can’t be right: at rest alone the machine draws {idle}.",
        "A supply smaller than the idle load was read or typed wrongly.",
        "arithmetic; parts' sheets, else common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Unknown = new(
        "POWER-UNKNOWN",
        Family.Power,
        Severity.Note,
        "What the supply gives is not known; the plan draws {draw} at work, {peak} at the start.",
        "Whether it carries the plan can’t be said. Its label tells what it gives.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Fan = new(
        "HEAT-FAN",
        Family.Heat,
        Severity.Stop,
        "{part} is {state}.",
        "Without it something overheats, at once or in summer.",
        "common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/fans"],
    };

    public static readonly Rule Blank = new(
        "HEAT-AIR",
        Family.Heat,
        Severity.Care,
        "{part}: {state}. Air takes the short way and what it should cool stays hot.",
        "Fans push through the least resistance.",
        "common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/fans"],
    };

    public static readonly Rule Hot = new(
        "HEAT-DRIVE",
        Family.Heat,
        Severity.Care,
        "{drive} in {place} was at {celsius} °C: {limits}.",
        "Heat shortens the life of disks and makes flash slow down.",
        "drive's own limit; else common practice, no source",
        Basis.Practice
    );

    public static readonly Rule TooHot = new(
        "HEAT-OUT",
        Family.Heat,
        Severity.Stop,
        "{drive} in {place} was at {celsius} °C, out of its rating: {limits}.",
        "Beyond its rating it slows down, stops or dies.",
        "drive's own limit; else common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Pad = new(
        "HEAT-PAD",
        Family.Heat,
        Severity.Care,
        "No pad of the shelf fills {gap} mm at {place}: {thick} mm are wanted.",
        "Too thin has no contact, too thick bends the board.",
        "common practice, no source",
        Basis.Practice
    );

    internal static IEnumerable<Finding> Judge(PowerInput q, PowerSheet power)
    {
        foreach (var finding in Supply(q, power))
            yield return finding;
        // A machine that runs every day as it was found draws what it may: only what the plan adds is judged.
        var before = q.Changes.Count == 0 ? power : PowerSheet.Of(q with { Planned = q.Found });
        var spinTold = power.Lines.All(l => l.SpinAmp12 + l.SpinAmp5 == 0 || l.SpinTold);
        foreach (
            var rail in power.Rails.Where(r =>
                r.LimitAmp is { } limit && r.PeakAmp > limit && r.PeakAmp > before.Rails.First(b => b.Rail == r.Rail).PeakAmp
            )
        )
            yield return Judged(
                spinTold && power.Lines.All(l => l.Told || l.Active == 0),
                Rail,
                [],
                Worked.Sum(
                    "supply's label; disks: common practice, no source",
                    new WorkedLine("at the start", Amp(rail.PeakAmp), true),
                    new WorkedLine("at work", Amp(rail.SteadyAmp)),
                    new WorkedLine("label", Amp(rail.LimitAmp!.Value))
                ),
                ("amp", Amp(rail.PeakAmp)),
                ("rail", rail.Rail),
                ("limit", Amp(rail.LimitAmp!.Value))
            );
        foreach (var finding in OfLeads(q, power, before, spinTold))
            yield return finding;
        foreach (var finding in OfPlugs(q, power, before, spinTold))
            yield return finding;
        foreach (var air in power.Air.Where(a => a.State is AirState.Missing or AirState.Unplugged))
            yield return Finding.Of(
                AirParts.IsFan(air.Part) ? Fan : Blank,
                [],
                null,
                ("part", Say.Capital(air.Words)),
                ("state", SeeAir.Words(air.State))
            );
        foreach (var heat in power.Heat.Where(h => h.Band != HeatBand.Good))
            yield return Judged(
                heat.Band == HeatBand.Out && !heat.Source.StartsWith("common practice", StringComparison.Ordinal),
                heat.Band == HeatBand.Out ? TooHot : Hot,
                [heat.Place],
                Worked.Sum(heat.Source, new("temperature", $"{heat.Celsius} °C", true), new WorkedLine("limits", heat.Limits)),
                ("drive", heat.Part),
                ("place", Stated.At(heat.Place)),
                ("celsius", heat.Celsius),
                ("limits", heat.Limits)
            );
        foreach (var pad in power.Pads.Where(p => p.ShelfPartId is null))
            yield return Finding.Of(
                Pad,
                [pad.Place],
                pad.Why,
                ("gap", Number(pad.GapMm)),
                ("place", Stated.At(pad.Place)),
                ("thick", Number(pad.ThickMm))
            );
    }

    /// <summary>A stop rests on what sheets, labels or captures tell; on usual figures it is a care.</summary>
    private static Finding Judged(
        bool told,
        Rule rule,
        IReadOnlyList<Place> places,
        Worked? why,
        params (string Name, Stated Value)[] values
    ) =>
        Finding.Of(rule, places, why, values) is var finding && rule.Severity == Severity.Stop && !told
            ? finding with
            {
                Severity = Severity.Care,
            }
            : finding;

    private static IEnumerable<Finding> Supply(PowerInput q, PowerSheet power)
    {
        // What is not touched is not judged anew; what somebody typed of a supply is looked at always.
        var touched = q.Changes.Count > 0;
        if (power.SupplyWatt is not { } all || power.LimitWatt is not { } limit)
        {
            if (touched && q.Sheet.Supplies.Count > 0)
                yield return Finding.Of(
                    Unknown,
                    [.. q.Sheet.Supplies.Where(s => s.Watt is null).Select(s => Place.Supply(s.Id))],
                    Sum(power, power.SteadyWatt, "at work"),
                    ("draw", Watt(power.SteadyWatt)),
                    ("peak", Watt(power.PeakWatt))
                );
            yield break;
        }
        if (all < power.IdleWatt)
        {
            yield return Finding.Of(
                Mistyped,
                [.. q.Sheet.Supplies.Select(s => Place.Supply(s.Id))],
                Sum(power, power.IdleWatt, "at rest"),
                ("gives", Watt(all)),
                ("idle", Watt(power.IdleWatt))
            );
            yield break;
        }
        if (!touched)
            yield break;
        var before = PowerSheet.Of(q with { Planned = q.Found });
        if (power.SteadyWatt <= before.SteadyWatt && power.PeakWatt <= before.PeakWatt)
            yield break;
        var sum = Sum(power, power.SteadyWatt, "at work");
        if (power.SteadyWatt > all)
            yield return Judged(
                power.Lines.Where(l => l.Told).Sum(l => l.Active) > all,
                Short,
                [],
                sum,
                ("draw", Watt(power.SteadyWatt)),
                ("gives", Watt(all))
            );
        else if (power.Redundant && power.SteadyWatt > limit)
            yield return Finding.Of(Alone, [], sum, ("gives", Watt(limit)), ("draw", Watt(power.SteadyWatt)));
        else if (power.SteadyWatt > limit * (1 - PowerSheet.Headroom))
            yield return Finding.Of(
                Tight,
                [],
                sum,
                ("draw", Watt(power.SteadyWatt)),
                ("gives", Watt(limit)),
                ("left", $"{Math.Floor(100 * (1 - (power.SteadyWatt / limit))):0} %")
            );
        if (
            power.PeakWatt > limit * (1 - PowerSheet.Headroom)
            && power.PeakWatt > power.SteadyWatt
            && power.Lines.Count(l => l.SpinAmp12 > 0) is > 1 and var disks
        )
            yield return Finding.Of(
                Start,
                [.. power.Lines.Where(l => l.SpinAmp12 > 0).Select(l => l.Place)],
                Worked.Sum(
                    "common practice, no source",
                    new WorkedLine("most at the start", Watt(power.PeakWatt), true),
                    new WorkedLine("on 12 V by starting disks", Amp(power.Amp12)),
                    new WorkedLine("all else", Watt(power.Start[0].Rest)),
                    new WorkedLine("limit less 20 %", Watt(limit * (1 - PowerSheet.Headroom)))
                ),
                ("disks", Say.Count(power.Group > 0 ? Math.Min(power.Group, disks) : disks, "disk", "disks")),
                ("peak", Watt(power.PeakWatt)),
                ("gives", Watt(limit))
            );
    }

    private static Worked Sum(PowerSheet power, double watt, string when) =>
        new(
            [
                .. power
                    .Lines.GroupBy(l => l.Part)
                    .OrderByDescending(g => g.Sum(l => l.Active))
                    .Take(6)
                    .Select(g => new WorkedLine(g.Count() == 1 ? g.Key : $"{g.Count()} × {g.Key}", Watt(g.Sum(l => l.Active)))),
            ],
            new WorkedLine(when, Watt(watt), true),
            "parts' sheets; else common practice, no source"
        );

    private static string Watt(double watt) => $"{watt:0} W";

    private static string Amp(double amp) => $"{amp:0.#} A";

    private static string Number(double value) => value.ToString("0.##");
}
