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

    public static readonly Rule Lead = new(
        "POWER-LEAD",
        Family.Power,
        Severity.Care,
        "{count} drives on one lead of {what} start with {amp} on {rail}: a usual lead carries 8 to 10 A.",
        "Spread them over all leads, or let groups start one after another.",
        "wire of 18 AWG, 8 to 10 A in a bundle; common practice, no source",
        Basis.Practice
    );

    public static readonly Rule LeadBurns = new(
        "POWER-LEAD-MOST",
        Family.Power,
        Severity.Stop,
        "{count} drives on one lead of {what} start with {amp} on {rail}: a usual lead carries at most 10 A.",
        "The wire and its plugs heat up. One more lead of this very supply, or groups that start one after another.",
        "wire of 18 AWG, 8 to 10 A in a bundle; common practice, no source",
        Basis.Practice
    );

    /// <summary>Leads that carry more than they did before.</summary>
    private static IEnumerable<Finding> OfLeads(PowerInput q, PowerSheet power, PowerSheet before, bool spinTold)
    {
        // A hundredth of an ampere is no news.
        foreach (
            var lead in power.Leads.Where(l =>
                q.Changes.Count > 0
                && l.Amp > LeadLine.Fine + 0.005
                && l.Amp > (before.Leads.FirstOrDefault(b => b.What == l.What)?.Amp ?? 0) + 0.005
            )
        )
            yield return Judged(
                spinTold,
                lead.Amp > LeadLine.Most + 0.005 ? LeadBurns : Lead,
                [],
                Worked.Sum(
                    Lead.Source,
                    new WorkedLine($"at the start, on {lead.Rail}", Amp(lead.Amp), true),
                    new WorkedLine("drives on one lead", $"{lead.Drives}"),
                    new WorkedLine("leads", $"{lead.Leads}"),
                    new WorkedLine("a lead carries", "8 to 10 A")
                ),
                ("count", lead.Drives),
                ("what", lead.What),
                ("amp", Amp(lead.Amp)),
                ("rail", lead.Rail)
            );
    }

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
