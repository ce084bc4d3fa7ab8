using Irvak.Core.Sheets;

namespace Irvak.Web.Endpoints;

/// <summary>Finds shelf parts by what people type: every word must stand somewhere in the part's words.</summary>
public static class ShelfSearch
{
    public static IReadOnlyList<ShelfPart> Find(IEnumerable<ShelfPart> shelf, string? query, MachineSheet? sheet)
    {
        var words = (query ?? "").ToLowerInvariant().Split([' ', ','], StringSplitOptions.RemoveEmptyEntries);
        return [.. shelf.Where(p => { var text = Words(p); return words.All(w => text.Any(t => t.StartsWith(w, StringComparison.Ordinal))); })
            .OrderBy(p => Suits(p, sheet) ? 0 : 1).ThenBy(p => p.Module.Generation).ThenBy(p => p.Module.CapacityMiB).ThenBy(p => p.Module.RateMTs).ThenBy(p => p.Id, StringComparer.Ordinal)
            .Take(200)];
    }

    private static bool Suits(ShelfPart part, MachineSheet? sheet) => sheet is null
        || ((sheet.Memory.Generation is null || part.Module.Generation == sheet.Memory.Generation)
            && (sheet.Memory.Form is null || part.Module.Form == sheet.Memory.Form)
            && (sheet.Memory.Types is not { } types || (part.Module.Type is { } t && types.Contains(t))));

    /// <summary>"32 GB R 4800 2Rx8" in all the ways it is typed: 32, 32g, 32gb, r, reg, rdimm, 2rx8, ddr5, ddr5-4800, 4800.</summary>
    private static List<string> Words(ShelfPart part)
    {
        var m = part.Module;
        var words = new List<string> { part.Id.ToLowerInvariant() };
        if (m.CapacityMiB is { } c) words.AddRange(c % 1024 == 0 ? [$"{c / 1024}gb", $"{c / 1024}gib"] : [$"{c}mb"]);
        if (m.RateMTs is { } r) words.Add($"{r}");
        if (m.Generation is { } g) words.AddRange([g.Name().ToLowerInvariant() + (m.RateMTs is { } gr ? $"-{gr}" : ""), "pc" + g.Name()[3..]]);
        if (m.Form is { } f) words.AddRange(f == ModuleForm.SoDimm ? ["sodimm", "so-dimm", "laptop"] : ["dimm"]);
        if (m.Type is { } t) words.AddRange(t switch
        {
            ModuleType.Registered => ["registered", "rdimm", "ecc"],
            ModuleType.LoadReduced => ["lr", "load-reduced", "lrdimm", "ecc"],
            ModuleType.UnbufferedEcc => ["unbuffered", "ecc", "e"],
            _ => ["unbuffered", "udimm"],
        });
        if (m is { Ranks: { } ranks, DeviceWidth: { } width }) words.Add($"{ranks}rx{width}");
        if (m.Maker is { } maker) words.Add(maker.ToLowerInvariant());
        if (m.PartNumber is { } number) words.Add(number.ToLowerInvariant());
        if (part.LiesIn is { } place) words.Add(place.ToLowerInvariant());
        return words;
    }
}
