using System.Collections.Immutable;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;

namespace Irvak.Core.Drives;

/// <summary>Firmware of the drives of one model.</summary>
/// <param name="Places">Where the plan has them.</param>
/// <param name="Seen">Versions that captures show, with how many drives have each; empty when none tells.</param>
/// <param name="Planned">Null for no update.</param>
public sealed record DriveVersion(string Model, IReadOnlyList<Place> Places, IReadOnlyList<SeenVersion> Seen, string? Planned)
{
    /// <summary>"0A01 in 4, 0A02 in 2"; null when no capture tells.</summary>
    public string? Words =>
        Seen.Count == 0 ? null
        : Seen.Count == 1 ? Seen[0].Version
        : string.Join(", ", Seen.Select(s => $"{s.Version} in {s.Drives}"));
}

public sealed record SeenVersion(string Version, int Drives);

public static class DriveVersions
{
    /// <summary>One for each model of the plan.</summary>
    public static IReadOnlyList<DriveVersion> Of(MachineState machine, ImmutableSortedDictionary<string, string> planned) =>
        Of(machine.Planned, planned, machine.Seen);

    private static IReadOnlyList<DriveVersion> Of(Build build, IReadOnlyDictionary<string, string> planned, Observation seen) =>
        [
            .. build
                .Units.Where(u => u.Value.Drive?.Model is not null && u.Key.HoldsDrive)
                .GroupBy(u => u.Value.Drive!.Model!)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => new DriveVersion(g.Key, [.. g.Select(u => u.Key)], Seen(seen, g.Key), planned.GetValueOrDefault(g.Key))),
        ];

    /// <summary>Captures print the maker before the model, and no more behind it: EK-N8 is not EK-N8X.</summary>
    private static bool IsModel(string? printed, string model) =>
        printed is not null
        && (printed.Equals(model, StringComparison.OrdinalIgnoreCase) || printed.EndsWith(" " + model, StringComparison.OrdinalIgnoreCase));

    /// <summary>Versions that an observation shows of a model.</summary>
    public static IReadOnlyList<SeenVersion> Seen(Observation seen, string model) =>
        [
            .. seen
                .Drives.Where(d => d.Firmware is not null && IsModel(d.Model, model))
                .GroupBy(d => d.Firmware!)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => new SeenVersion(g.Key, g.Count())),
        ];
}
