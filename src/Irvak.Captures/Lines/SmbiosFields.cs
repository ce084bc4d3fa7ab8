using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Lines;

/// <summary>The values of the listing's fields, as the decoder prints them (DMTF DSP0134 for their meaning).</summary>
internal static class SmbiosFields
{
    /// <summary>What firmware writes where it knows nothing; common practice, no source.</summary>
    private static readonly string[] Nothing =
    [
        "Not Specified",
        "Unknown",
        "None",
        "NO DIMM",
        "[Empty]",
        "Empty",
        "N/A",
        "Not Available",
        "To Be Filled By O.E.M.",
        "To be filled by O.E.M.",
        "Default string",
        "System manufacturer",
        "System Product Name",
        "<OUT OF SPEC>",
        "<BAD INDEX>",
        "Undefined",
        "00000000",
        "0000",
        "Fill By OEM",
    ];

    public static string? Text(ReadOnlySpan<char> value)
    {
        value = value.Trim();
        if (value.IsEmpty)
            return null;
        foreach (var nothing in Nothing)
            if (value.Equals(nothing, StringComparison.OrdinalIgnoreCase))
                return null;
        return value.Length > 200 ? value[..200].ToString() : value.ToString();
    }

    /// <summary>MiB; 0 for an empty slot, null when not known. The listing's kB, MB, GB, TB are binary units.</summary>
    public static (bool Understood, int? MiB) Size(ReadOnlySpan<char> value)
    {
        value = value.Trim();
        if (value is "No Module Installed" or "Not Installed")
            return (true, 0);
        if (value is "Unknown")
            return (true, null);
        var space = value.IndexOf(' ');
        var digits = space < 0 ? value : value[..space];
        if (!long.TryParse(digits, out var number) || number < 0)
            return (false, null);
        var mib = (space < 0 ? "" : value[(space + 1)..].Trim()) switch
        {
            "kB" or "KB" or "KiB" => number / 1024,
            "MB" or "MiB" => number,
            "GB" or "GiB" => number > 4_194_304 ? -1 : number * 1024,
            "TB" or "TiB" => number > 4_096 ? -1 : number * 1024 * 1024,
            "bytes" => number / (1024 * 1024),
            _ => -1,
        };
        return mib is >= 0 and <= int.MaxValue ? (true, (int)mib) : (false, null);
    }

    /// <summary>MT/s. Some old firmware gives the clock in MHz, half the rate: where the double is a bin and the value is none, it is
    /// doubled.</summary>
    public static (bool Understood, int? MTs, bool Doubled) Rate(ReadOnlySpan<char> value, MemoryGeneration? generation)
    {
        value = value.Trim();
        if (value is "Unknown" or "None")
            return (true, null, false);
        var space = value.IndexOf(' ');
        if (space < 0 || !int.TryParse(value[..space], out var number) || number is <= 0 or > 20_000)
            return (false, null, false);
        var unit = value[(space + 1)..].Trim();
        if (unit is not ("MT/s" or "MHz"))
            return (false, null, false);
        if (generation is not { } gen)
            return (true, number, false);
        var isBin = Bins.Of(gen).Any(b => Bins.Same(b, number));
        if (unit is "MHz" && !isBin && Bins.Of(gen).Any(b => Math.Abs(b - number * 2) <= 2))
            return (true, Bins.Named(gen, Nearest(gen, number * 2)), true);
        return (true, Bins.Named(gen, number), false);
    }

    private static int Nearest(MemoryGeneration gen, int rate) => Bins.Of(gen).MinBy(b => Math.Abs(b - rate));

    /// <summary>A card slot: "x8 PCI Express 4 x16" is eight lanes of generation 4 in a socket of sixteen.</summary>
    public static SeenSlot Slot(string name, string? type, string? use, string? bus, int line)
    {
        int? width = null;
        int? gen = null;
        var words = (type ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length > 0 && words[0] is ['x', ..] first && int.TryParse(first[1..], out var wired))
            width = wired;
        if (words.Length > 0 && words[^1] is ['x', ..] last && int.TryParse(last[1..], out var wide))
            width ??= wide;
        if ((type ?? "").Contains("PCI Express", StringComparison.Ordinal))
            gen = words
                .SkipWhile(w => w != "Express")
                .Skip(1)
                .Select(w => int.TryParse(w, out var g) && g is >= 1 and <= 6 ? g : (int?)null)
                .FirstOrDefault(g => g is not null)
                ?? 1;
        bool? inUse = use switch
        {
            "In Use" => true,
            "Available" => false,
            _ => null,
        };
        return new SeenSlot(
            name,
            type,
            width,
            gen,
            inUse,
            bus is null || bus.StartsWith("0000:ff", StringComparison.Ordinal) ? null : bus,
            line
        );
    }

    public static MemoryGeneration? Generation(ReadOnlySpan<char> value) =>
        value.Trim() switch
        {
            "DDR2" => MemoryGeneration.Ddr2,
            "DDR3" => MemoryGeneration.Ddr3,
            "DDR4" => MemoryGeneration.Ddr4,
            "DDR5" => MemoryGeneration.Ddr5,
            _ => null,
        };

    public static ModuleForm? Form(ReadOnlySpan<char> value) =>
        value.Trim() switch
        {
            "DIMM" => ModuleForm.Dimm,
            "SODIMM" => ModuleForm.SoDimm,
            _ => null,
        };

    /// <summary>Module type from the detail bits and the widths; null where they don't tell.</summary>
    public static ModuleType? Type(string? detail, int? totalWidth, int? dataWidth, ModuleForm? form)
    {
        bool? ecc = totalWidth is { } t && dataWidth is { } d && d > 0 ? t > d : null;
        if (detail is not null)
        {
            if (detail.Contains("LRDIMM", StringComparison.Ordinal))
                return ModuleType.LoadReduced;
            if (detail.Contains("Registered (Buffered)", StringComparison.Ordinal))
                return ModuleType.Registered;
            if (detail.Contains("Unbuffered", StringComparison.Ordinal))
                return ecc == true ? ModuleType.UnbufferedEcc
                    : ecc == false ? ModuleType.Unbuffered
                    : null;
        }
        // Without a buffer bit: no extra width means no ECC, and registered modules without ECC are not made for servers.
        if (ecc == false)
            return ModuleType.Unbuffered;
        return ecc == true && form == ModuleForm.SoDimm ? ModuleType.UnbufferedEcc : null;
    }
}
