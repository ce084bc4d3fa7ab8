using System.Text;
using Irvak.Captures.Binary;
using Irvak.Captures.Documents;
using Irvak.Core.Observations;
using Irvak.Core.Quantities;

namespace Irvak.Captures;

/// <summary>Reads whatever was pasted or dropped. Kinds are recognised by content, never by name.</summary>
public static class CaptureReader
{
    /// <summary>Most bytes of one capture.</summary>
    public const int MostBytes = 8 * 1024 * 1024;

    /// <summary>Most lines of one capture.</summary>
    public const int MostLines = 200_000;

    public static CaptureReading Read(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Length == 0)
            return CaptureReading.Nothing("There is nothing in it: the capture is empty.");
        if (bytes.Length > MostBytes)
            return CaptureReading.Nothing(
                $"It is larger than 8 MiB ({bytes.Length / 1048576.0:0.0}); nothing was stored. Paste the part from “Memory Device” on."
            );
        var text = Encodings.IsUtf16(bytes);
        if (!text && SpdEeprom.IsBlank(bytes))
            return CaptureReading.Nothing("This is the chip of a memory module that was never written: no SPD. Read the label instead.");
        if (!text && SpdEeprom.Looks(bytes))
            return SpdEeprom.Read(bytes);
        if (!text && SmbiosTables.Start(bytes, out var length) is >= 0 and var start)
            return SmbiosTables.Read(bytes, start, length);
        if (!text && Encodings.LooksBinary(bytes))
            return CaptureReading.Nothing(
                "This is binary, and none that I know: a dump of the firmware tables begins "
                    + "with _SM_, a module's chip has 128 to 1024 bytes. Nothing was stored."
            );
        return Read(Encodings.Decode(bytes));
    }

    /// <summary>The text of bytes, whatever its encoding.</summary>
    public static string Text(ReadOnlySpan<byte> bytes) => Encodings.Decode(bytes);

    public static CaptureReading Read(string text)
    {
        if (string.IsNullOrWhiteSpace(text))
            return CaptureReading.Nothing("There is nothing in it: the capture is empty.");
        if (Csv(text) is { } csv)
            return csv;
        return new TextRun(text).Read();
    }

    /// <summary>A table whose columns are those of a hardware listing; other tables need their columns named.</summary>
    private static CaptureReading? Csv(string text)
    {
        var head = text.AsSpan().TrimStart();
        if (
            !(head.StartsWith("\"") || head.StartsWith("#TYPE"))
            || CsvTable.Read(text) is not { } table
            || CimListing.Read(table.Rows) is not { } read
        )
            return null;
        return Conclude(read.Kind!, read.Seen, table.Rows.Count + 1, table.Rows.Count + 1, [], false, read.Remarks, "lines");
    }

    internal static CaptureReading Conclude(
        string kind,
        Observation seen,
        int lines,
        int used,
        IReadOnlyList<NotUnderstood> rest,
        bool cutOff,
        IReadOnlyList<string> remarks,
        string counted,
        int missing = 0,
        int announced = 0
    )
    {
        if (seen.IsEmpty)
            return CaptureReading.Nothing(
                used == 0
                    ? "No line of this is one I know. It may be in another language or come from "
                        + "another tool: set LANG=C and run dmidecode, lspci -vv, lsblk, smartctl -a, "
                        + "mdadm --detail or cat /proc/mdstat. A table of drives can be read once you "
                        + "name its columns; everything else can be answered by eye, place by place."
                    : $"{used} {counted} are known to me, but none of them tells of memory, processor, drive or machine.",
                lines,
                used,
                rest,
                remarks
            );
        return new CaptureReading(
            kind,
            seen,
            lines,
            used,
            rest,
            cutOff,
            remarks,
            Sentence(kind, seen, lines, used, cutOff, counted, missing, announced)
        );
    }

    private static string Sentence(
        string kind,
        Observation seen,
        int lines,
        int used,
        bool cutOff,
        string counted,
        int missing,
        int announced
    )
    {
        var parts = Told(seen);
        var text = new StringBuilder(
            char.ToUpperInvariant(kind[0]) + kind[1..] + (parts.Count > 0 ? ": " + string.Join("; ", parts) : "") + ". "
        );
        text.Append($"{used} {counted} understood, {lines - used} not.");
        if (missing > 0)
            text.Append($" The end is missing: {missing} structures of {announced} are not here.");
        else if (cutOff)
            text.Append(" The end is missing: it stops in the middle of a structure.");
        return text.ToString();
    }

    /// <summary>What a capture told, part by part.</summary>
    private static List<string> Told(Observation seen)
    {
        var parts = new List<string>();
        if (seen.Product is { } product)
            parts.Add(seen.Maker is { } maker ? $"{maker} {product}" : product);
        if (seen.Devices.Count > 0)
            parts.Add(
                $"{seen.Devices.Count(d => d.SizeMiB is > 0)} of {seen.Devices.Count} slots filled, "
                    + (
                        seen.InstalledMiB is { } mib
                            ? $"{ByteCount.FromMiB(mib)}"
                            : $"{seen.Devices.Count(d => d.SizeMiB is null)} of a size that is not told"
                    )
            );
        if (seen.Processors.Count > 0)
            parts.Add($"{seen.Processors.Count(p => p.Populated)} of {seen.Processors.Count} sockets filled");
        if (seen.MemTotalKiB is { } kib)
            parts.Add($"the system shows {ByteCount.FromKiB(kib).GiB:0.0} GiB");
        void Counted(int n, string one, string many)
        {
            if (n > 0)
                parts.Add($"{n} {(n == 1 ? one : many)}");
        }
        Counted(seen.Pci.Count, "PCI device", "PCI devices");
        Counted(seen.Drives.Count, "drive", "drives");
        Counted(seen.Raids.Count, "array", "arrays");
        Counted(seen.Ports.Count, "network port", "network ports");
        Counted(seen.Volumes.Count, "volume", "volumes");
        Counted(seen.Benchmarks.Count, "benchmark", "benchmarks");
        Counted(seen.Faults.Count, "line of the log tells of a fault", "lines of the log tell of faults");
        if (seen.MemoryErrors is { } errors)
            parts.Add($"memory errors {errors.Words}");
        if (seen.MemoryTest is { } test)
            parts.Add($"{test.MiB:0} MiB tested, {test.Errors} errors");
        if (seen.Load?.Cores is { } cores)
            parts.Add($"{cores} cores");
        if (seen.HostName is { } host)
            parts.Add($"name {host}");
        if (seen.ManagementAddress is { } address)
            parts.Add($"management page at {address}");
        return parts;
    }
}
