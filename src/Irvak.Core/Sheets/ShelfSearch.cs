namespace Irvak.Core.Sheets;

/// <summary>Looks for parts of the shelf as people type them; what goes with the machine comes first.</summary>
public static class ShelfSearch
{
    /// <summary>What a place can be looked for a part of.</summary>
    public static readonly IReadOnlyDictionary<string, Func<ShelfPart, bool>> Kinds = new Dictionary<string, Func<ShelfPart, bool>>
    {
        ["module"] = p => p.Module is not null,
        ["drive"] = p => p.Drive is not null,
        ["processor"] = p => p.Processor is not null,
        ["card"] = p => p.Card is not null,
    };

    /// <summary>Parts shown at once, at most.</summary>
    public const int Most = 200;

    /// <summary>Parts that hold every typed word, or begin with it; what goes with the machine first.</summary>
    /// <param name="kind">One of <see cref="Kinds"/>; null for parts of all.</param>
    /// <param name="sheet">Of the machine; null for none.</param>
    /// <param name="most">Parts at most.</param>
    /// <param name="goes">True for a part that is found at all, asked of parts of the kind; null for all of them.</param>
    public static ShelfFound Find(
        ShelfBook shelf,
        string? typed,
        string? kind,
        MachineSheet? sheet,
        int most,
        Func<ShelfPart, bool>? goes = null
    )
    {
        Func<ShelfPart, bool> isOne = kind is null ? _ => true : Kinds[kind];
        var found = shelf.Index.Find(ShelfWords.Typed(typed), goes is null ? isOne : p => isOne(p) && goes(p), p => Suits(p, sheet), most);
        return found with
        {
            Parts =
            [
                .. found
                    .Parts.OrderBy(p => Suits(p, sheet) ? 0 : 1)
                    .ThenBy(p => p.KindOf(), StringComparer.Ordinal)
                    .ThenBy(p => p.Module?.Generation)
                    .ThenBy(p => p.Module?.CapacityMiB)
                    .ThenBy(p => p.Module?.RateMTs)
                    .ThenBy(p => p.Drive is { Form: null })
                    .ThenBy(p => p.Drive?.Bytes)
                    .ThenBy(p => p.Id, StringComparer.Ordinal),
            ],
        };
    }

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
