using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Observations;

/// <param name="Place">The bay of the sheet.</param>
public sealed record BayDrive(Place Place, SeenDrive Drive);

/// <summary>Which bay of a sheet a drive of a capture stands in, where the capture names bays: by whole name, else by its number.</summary>
public static class BayMatch
{
    public static IReadOnlyList<BayDrive> Of(MachineSheet sheet, Observation seen)
    {
        var named = seen.Drives.Where(d => d.Bay is not null).ToList();
        var bays = sheet.Bays.SelectMany(g => g.Names).ToList();
        if (named.Count == 0 || bays.Count == 0)
            return [];
        var exact = named.ToDictionary(
            d => d,
            d => bays.FirstOrDefault(b => string.Equals(b, d.Bay!.Trim(), StringComparison.OrdinalIgnoreCase))
        );
        var shift = CountsFromZero(seen, bays) ? 1 : 0;
        // A number that two groups print is no name; such drives stay beside the plate.
        var byNumber = bays.Where(b => Number(b) is not null)
            .GroupBy(b => Number(b)!.Value)
            .Where(g => g.Count() == 1)
            .ToDictionary(g => g.Key, g => g.First());
        var matches = new List<BayDrive>();
        var taken = new HashSet<string>();
        foreach (var drive in named)
        {
            var bay = shift == 0 ? exact[drive] : null;
            if (bay is null && Number(drive.Bay!) is { } n && byNumber.TryGetValue(n + shift, out var found))
                bay = found;
            if (bay is not null && taken.Add(bay))
                matches.Add(new BayDrive(Place.Bay(bay), drive));
        }
        return matches;
    }

    /// <summary>True when the controller counts its bays from 0 and the chassis from 1. Common practice, no source; it is said wherever it
    /// is used.</summary>
    public static bool CountsFromZero(MachineSheet sheet, Observation seen) =>
        CountsFromZero(seen, [.. sheet.Bays.SelectMany(g => g.Names)]);

    private static bool CountsFromZero(Observation seen, List<string> bays)
    {
        var numbers = seen.Drives.Where(d => d.Bay is not null).Select(d => Number(d.Bay!)).OfType<int>().ToList();
        var have = bays.Select(Number).OfType<int>().ToHashSet();
        return numbers.Contains(0) && !have.Contains(0) && numbers.All(n => have.Contains(n + 1));
    }

    /// <summary>The number at the end of a name: "Bay 3", "S03", "3".</summary>
    private static int? Number(string name)
    {
        var end = name.Trim();
        var from = end.Length;
        while (from > 0 && char.IsAsciiDigit(end[from - 1]))
            from--;
        return int.TryParse(end[from..], out var n) ? n : null;
    }
}
