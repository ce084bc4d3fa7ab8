using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Power;

/// <summary>Plugs of the supply, and what splits them.</summary>
public static partial class PowerRules
{
    public static readonly Rule Plugs = new(
        "POWER-PLUG",
        Family.Power,
        Severity.Care,
        "{wants} plugs of {what} are wanted, the supply has {has}.",
        "Look before the day; a splitter only as far as its plug carries.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule PlugsAsked = new(
        "POWER-PLUG-ASK",
        Family.Power,
        Severity.Note,
        "{wants} plugs of {what} are wanted; how many the supply has {known}.",
        "Look before the day: a splitter only as far as its plug carries, and leads of another supply that fit are wired otherwise.",
        "machine sheet; common practice, no source",
        Basis.Sheet
    );

    public static readonly Rule Splitter = new(
        "POWER-SPLIT",
        Family.Power,
        Severity.Stop,
        "{count} disks on one SATA power plug start with {amp} on 12 V; it carries 4.5 A.",
        "Three pins of 1.5 A. Two large disks, yes; three burn it.",
        "SATA 3, power connector",
        Basis.Standard
    );

    public static readonly Rule Moulded = new(
        "POWER-MOULD",
        Family.Power,
        Severity.Care,
        "A splitter is needed: take a crimped one, no moulded one.",
        "Moulded plugs have been known to short inside and burn.",
        "common practice, no source",
        Basis.Practice
    );

    /// <summary>Plugs that the plan wants beyond those that were wanted before.</summary>
    private static IEnumerable<Finding> OfPlugs(PowerInput q, PowerSheet power, PowerSheet before, bool spinTold)
    {
        foreach (
            var plug in power.Plugs.Where(p =>
                p.Has is null && q.Changes.Count > 0 && p.Wants > (before.Plugs.FirstOrDefault(b => b.What == p.What)?.Wants ?? 0)
            )
        )
            yield return Finding.Of(
                PlugsAsked,
                [],
                Worked.Sum(
                    PlugsAsked.Source,
                    new("plugs asked for", $"{plug.Wants}", true),
                    new WorkedLine("before", $"{before.Plugs.FirstOrDefault(b => b.What == plug.What)?.Wants ?? 0}"),
                    new WorkedLine("plugs there", "not known")
                ),
                ("wants", plug.Wants),
                ("what", plug.What),
                ("known", plug.What == "SATA power" && UsualPlugs.Words(q.Sheet) is { } usual ? $"is not known: {usual}" : "is not known")
            );
        foreach (
            var plug in power.Plugs.Where(p =>
                p.Has < p.Wants
                && p.Wants
                    > (
                        before.Plugs.FirstOrDefault(b => b.What == p.What)?.Wants is { } was && q.Changes.Count > 0 ? was
                        : q.Changes.Count == 0 ? int.MaxValue
                        : 0
                    )
            )
        )
        {
            var has = plug.Has!.Value;
            yield return Finding.Of(
                Plugs,
                [],
                Worked.Against(Plugs.Source, ("plugs asked for", $"{plug.Wants}"), ">", ("plugs there", $"{has}")),
                ("wants", plug.Wants),
                ("what", plug.What),
                ("has", has)
            );
            if (plug.What != "SATA power")
                continue;
            var each = (int)Math.Ceiling(plug.Wants / (double)Math.Max(1, has));
            if (plug.AmpEach > PowerSheet.PlugAmp)
                yield return Judged(
                    spinTold,
                    Splitter,
                    [],
                    Worked.Sum(
                        "SATA 3, power connector",
                        new WorkedLine("at the start", Amp(plug.AmpEach.Value), true),
                        new WorkedLine("disks on one plug", $"{each}"),
                        new WorkedLine("one plug carries", Amp(PowerSheet.PlugAmp))
                    ),
                    ("count", each),
                    ("amp", Amp(plug.AmpEach.Value))
                );
            else
                yield return Finding.Of(Moulded, [], null);
        }
    }
}
