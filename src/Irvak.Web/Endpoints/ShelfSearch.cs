using Irvak.Core.Sheets;

namespace Irvak.Web.Endpoints;

/// <summary>Which shelf parts go with a machine; those come first.</summary>
public static class ShelfSearch
{
    /// <summary>Parts shown at once.</summary>
    public const int MostFound = 200;

    /// <summary>Parts that hold every typed word, or begin with it; what goes with the machine first.</summary>
    /// <param name="sheet">Of the machine; null for none.</param>
    public static IReadOnlyList<ShelfPart> Find(ShelfBook shelf, string? typed, MachineSheet? sheet) =>
        [
            .. shelf
                .Index.Find(ShelfWords.Typed(typed), p => Suits(p, sheet), MostFound)
                .OrderBy(p => Suits(p, sheet) ? 0 : 1)
                .ThenBy(p => p.KindOf(), StringComparer.Ordinal)
                .ThenBy(p => p.Module?.Generation)
                .ThenBy(p => p.Module?.CapacityMiB)
                .ThenBy(p => p.Module?.RateMTs)
                .ThenBy(p => p.Drive is { Form: null })
                .ThenBy(p => p.Drive?.Bytes)
                .ThenBy(p => p.Id, StringComparer.Ordinal),
        ];

    private static bool Suits(ShelfPart part, MachineSheet? sheet)
    {
        if (sheet is null)
            return true;
        if (part.Processor is { } p)
            return p.Socket is { } family && sheet.Sockets.Any(s => !s.Soldered && s.Family == family);
        if (part.Module is not { } m)
            return part.Accessory is { } thing
                && thing.For.Any(f =>
                    f.Equals(sheet.Name, StringComparison.OrdinalIgnoreCase) || f.Equals(sheet.FullName, StringComparison.OrdinalIgnoreCase)
                );
        return (sheet.Memory.Generation is null || m.Generation == sheet.Memory.Generation)
            && (sheet.Memory.Form is null || m.Form == sheet.Memory.Form)
            && (sheet.Memory.Types is not { } types || (m.Type is { } t && types.Contains(t)));
    }
}
