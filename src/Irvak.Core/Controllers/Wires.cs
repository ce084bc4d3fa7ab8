using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>Bays that are cabled otherwise than the sheet says.</summary>
/// <param name="Groups">Controllers of whole groups, by the group's name.</param>
/// <param name="Bays">Controllers of single bays, by the bay's name; they count more than their group's.</param>
public sealed record Wires(IReadOnlyDictionary<string, Place> Groups, IReadOnlyDictionary<string, Place> Bays)
{
    private static readonly Dictionary<string, Place> Nothing = [];

    /// <summary>Everything as the sheet says.</summary>
    public static readonly Wires None = new(Nothing, Nothing);

    public bool IsNone => Groups.Count == 0 && Bays.Count == 0;

    /// <summary>What a bay was cabled to; null for what the sheet says.</summary>
    public Place? To(BayGroup bays, string bay) =>
        Bays.TryGetValue(bay, out var own) ? own
        : Groups.TryGetValue(bays.Group, out var all) ? all
        : null;

    /// <summary>True when bays that are cabled alike are cabled otherwise than the sheet says.</summary>
    public bool Has(BayGroup bays) => To(bays, bays.Names[0]) is not null;

    /// <summary>The groups of a sheet, each divided into the bays that are cabled alike, in the order of their first bays.</summary>
    public IReadOnlyList<BayGroup> Parts(MachineSheet sheet) =>
        Bays.Count == 0
            ? sheet.Bays
            :
            [
                .. sheet.Bays.SelectMany(g =>
                    g.Names.GroupBy(n => To(g, n)).ToList() is { Count: > 1 } parts ? parts.Select(p => g with { Names = [.. p] }) : [g]
                ),
            ];
}
