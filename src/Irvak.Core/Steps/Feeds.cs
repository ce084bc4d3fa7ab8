using Irvak.Core.Places;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Steps;

/// <summary>Power and data of drives that hang on leads: cages by their own plugs, single bays one by one. Common practice, no
/// source.</summary>
internal static class Feeds
{
    /// <summary>Bays without a backplane behind the board's own ports into which a SATA drive comes where none was: each wants a cable of
    /// its own. Those behind a card are counted with the card.</summary>
    public static IEnumerable<Place> DataCables(StepInput q) =>
        q
            .Bays.Where(b => b.HotPlug != true && b.Stance != "caddy" && b.Expander != true && HasPlugsOfItsOwn(b))
            .Where(b => q.ControllerOf(b)?.Card is null && !q.Wires.Has(b))
            .SelectMany(b => b.Names)
            .Select(Place.Bay)
            .Where(p => q.Changes.Any(c => c.Place == p && c is { Out: null, In.Drive.Protocol: DriveProtocol.Sata }));

    /// <summary>Single bays, and cages with a data plug for each bay.</summary>
    private static bool HasPlugsOfItsOwn(BayGroup bays) =>
        bays.Plug is null ? bays is { Feed: null, HotPlug: false } : string.Equals(bays.Plug, "SATA", StringComparison.OrdinalIgnoreCase);

    public static IEnumerable<Step> Of(StepInput q)
    {
        foreach (var bays in q.Sheet.Bays.Where(b => b.Feed is { Count: > 0 }))
        {
            List<Place> all = [.. bays.Names.Select(Place.Bay)];
            // A cage that held a drive was fed.
            if (all.Any(p => q.Found.At(p)?.Drive is not null) || !all.Any(p => q.IsNew(p) && q.Planned.At(p)?.Drive is not null))
                continue;
            yield return new(
                "feed:" + bays.Group,
                Runbook.In,
                $"Feed the {bays.Group} bays: {Say.Words([.. bays.Feed!.Select(f => $"{f.Count} × {f.What}")])}",
                [
                    "Every plug of the backplane is fed, from different leads of the supply where there are several.",
                    "Leads of this very supply only: those of another model fit and are wired otherwise.",
                    "Each plug to the stop; no lead against a fan.",
                ],
                "Disks that start together draw more than a single lead may carry.",
                [.. all.Where(p => q.IsNew(p))],
                4
            );
        }
        if (Splitters.Of(q.Power) is { } split)
            yield return new(
                "feed:split",
                Runbook.In,
                $"Split the power: {Say.Count(split.Count, "splitter", "splitters")} for {split.Drives} drives on "
                    + Say.Count(split.Plugs, "plug", "plugs"),
                [
                    "Crimped plugs with single wires; never a moulded one on anything left running.",
                    "No splitter behind a splitter. Large disks: at most two on one plug.",
                    "Count the plugs: one for each drive.",
                ],
                "A plug of SATA power carries 4.5 A on 12 V (SATA 3): more burns it.",
                [],
                4
            );
        List<Place> cabled = [.. DataCables(q)];
        if (cabled.Count > 0)
            yield return new(
                "cable:data",
                Runbook.In,
                $"Data cables for bay {string.Join(' ', cabled.Select(p => p.Name))}",
                [
                    "One from each drive to a free port of the board; label both ends with bay and port.",
                    "Until the latch holds; no crease, no bend tighter than a thumb.",
                    "Power from all leads of the supply in turn: no more than four large disks on one (8 A at their start).",
                ],
                "A side plug under tension comes loose: look at the neighbour before you choose straight or bent.",
                cabled,
                2 + cabled.Count
            );
    }
}
