using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Steps;

/// <summary>Drives that come out only because the machine opens past them, and go back into the same bays. Common practice, no
/// source.</summary>
internal static class OutAndBack
{
    /// <summary>True when the drives must be out of their bays before the machine opens.</summary>
    public static bool Asked(StepInput q) => q.Sheet.Opening.Any(o => o.DrivesOut);

    /// <summary>True when drives that stay come out and go back.</summary>
    public static bool Moves(StepInput q) => Asked(q) && Staying(q).Count > 0;

    /// <summary>True for the key of such a step.</summary>
    public static bool IsOne(string key) => key.StartsWith(OutPrefix, StringComparison.Ordinal);

    private const string OutPrefix = "open:drives:";

    /// <summary>Drives that stay, in the order of the chassis.</summary>
    private static IReadOnlyList<(Place Place, Unit Unit)> Staying(StepInput q) =>
        [
            .. SheetPlaces
                .InOrder(q.Sheet, q.Found.Units.Where(u => u.Key.IsBay && u.Value.Drive is not null && !IsPort(q, u.Key)), u => u.Key)
                .Where(u => !q.Changes.Any(c => c.Place == u.Key && c.Out is not null))
                .Select(u => (u.Key, u.Value)),
        ];

    private static bool IsPort(StepInput q, Place place) =>
        q.Sheet.Bays.FirstOrDefault(b => b.Names.Contains(place.Name)) is { } bays && PortMedia.IsOne(bays.Form);

    private static string Map(IEnumerable<(Place Place, Unit Unit)> drives) =>
        string.Join("; ", drives.Select(d => $"{d.Place.Name}: {d.Unit.Serial ?? d.Unit.Short}"));

    public static IEnumerable<Step> Out(StepInput q, int opening)
    {
        if (Staying(q) is not { Count: > 0 } stay)
            yield break;
        yield return new(
            OutPrefix + opening,
            Runbook.Open,
            $"Draw {Verdicts.Say.Count(stay.Count, "drive that stays", "drives that stay")}, in the order of the bays",
            [
                "Label each with its bay before it moves; open its lock, draw it two centimetres, wait half a minute, draw it out.",
                $"Bay and serial number: {Map(stay)}.",
                "Lay them side by side in that order, on something soft that does not charge.",
            ],
            "All of them go back into the same bays. Never start the machine while one of them is out.",
            [.. stay.Select(d => d.Place)],
            2 + stay.Count
        );
    }

    public static IEnumerable<Step> Back(StepInput q, int opening)
    {
        if (Staying(q) is not { Count: > 0 } stay)
            yield break;
        yield return new(
            $"close:drives:{opening}",
            Runbook.Close,
            $"Put {Verdicts.Say.Count(stay.Count, "drive", "drives")} back, each into its own bay",
            [
                $"By label and map: {Map(stay)}.",
                "Slide each home until it stops, shut its latch, and its lock where it has one.",
                "Count them: every bay that held one holds it again.",
            ],
            "Two that change places can cost the array.",
            [.. stay.Select(d => d.Place)],
            2 + stay.Count
        );
    }
}
