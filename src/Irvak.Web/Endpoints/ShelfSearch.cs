using Irvak.Core.Sheets;

namespace Irvak.Web.Endpoints;

/// <summary>Which shelf parts go with a machine; those come first.</summary>
public static class ShelfSearch
{
    public static IReadOnlyList<ShelfPart> Sort(IEnumerable<ShelfPart> found, MachineSheet? sheet) =>
        [
            .. found
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
