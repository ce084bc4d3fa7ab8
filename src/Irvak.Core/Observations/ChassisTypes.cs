namespace Irvak.Core.Observations;

/// <summary>The kinds of chassis that firmware tells. Source: DMTF DSP0134, type 3, field Type; the words as the common decoder prints
/// them; "Unknown" tells nothing.</summary>
public static class ChassisTypes
{
    private static readonly string?[] Names =
    [
        null,
        "Other",
        null,
        "Desktop",
        "Low Profile Desktop",
        "Pizza Box",
        "Mini Tower",
        "Tower",
        "Portable",
        "Laptop",
        "Notebook",
        "Hand Held",
        "Docking Station",
        "All In One",
        "Sub Notebook",
        "Space-saving",
        "Lunch Box",
        "Main Server Chassis",
        "Expansion Chassis",
        "Sub Chassis",
        "Bus Expansion Chassis",
        "Peripheral Chassis",
        "RAID Chassis",
        "Rack Mount Chassis",
        "Sealed-case PC",
        "Multi-system",
        "CompactPCI",
        "AdvancedTCA",
        "Blade",
        "Blade Enclosing",
        "Tablet",
        "Convertible",
        "Detachable",
        "IoT Gateway",
        "Embedded PC",
        "Mini PC",
        "Stick PC",
    ];

    private static readonly string[] Carried = ["Portable", "Laptop", "Notebook", "Sub Notebook", "Tablet", "Convertible", "Detachable"];

    /// <summary>The words of a value; null for one that is not in the standard.</summary>
    public static string? Name(int? value) => value is > 0 and var v && v < Names.Length ? Names[v] : null;

    /// <summary>The chassis that a sheet is drafted with: only what the words tell surely, else the board alone.</summary>
    public static Sheets.Chassis Of(Observation seen) =>
        Carried.Contains(seen.ChassisType) ? new(Sheets.ChassisKind.Laptop)
        : seen.ChassisType == "Rack Mount Chassis" ? new(Sheets.ChassisKind.Rack, seen.RackUnits ?? 0)
        : new();
}
