namespace Irvak.Captures;

/// <summary><c>/proc/meminfo</c>: a name, a colon, a number, "kB" for KiB (Linux kernel documentation, filesystems/proc).</summary>
internal sealed class Meminfo
{
    // Linux on 64 bit gives every process this much virtual space; a 32-bit kernel can't.
    private const long VmallocTotal64KiB = 34_359_738_367;

    public long? TotalKiB { get; private set; }

    /// <summary>Word size of the kernel, when a line betrays it.</summary>
    public int? OsBits { get; private set; }

    /// <summary>Takes a line of this shape; false leaves it to others.</summary>
    public bool Take(ReadOnlySpan<char> line)
    {
        line = line.Trim();
        var colon = line.IndexOf(':');
        if (colon is < 1 or > 40) return false;
        var name = line[..colon];
        foreach (var c in name)
            if (!char.IsAsciiLetterOrDigit(c) && c is not ('_' or '(' or ')')) return false;
        var value = line[(colon + 1)..].Trim();
        if (value.EndsWith("kB")) value = value[..^2].TrimEnd();
        // Names without a unit are page counts; anything else with a colon is not of this file.
        else if (!name.StartsWith("HugePages_")) return false;
        if (!long.TryParse(value, out var number) || number < 0) return false;
        switch (name)
        {
            // No machine has 2^50 KiB; such a number is a typing error, not a size.
            case "MemTotal" when number < 1L << 50: TotalKiB = number; break;
            case "HighTotal" or "LowTotal": OsBits = 32; break;
            case "VmallocTotal" when number >= VmallocTotal64KiB: OsBits = 64; break;
            case "DirectMap1G": OsBits ??= 64; break;
        }
        return true;
    }
}
