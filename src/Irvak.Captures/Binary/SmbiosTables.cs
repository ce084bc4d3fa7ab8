using System.Text;
using Irvak.Captures.Lines;
using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Binary;

/// <summary>
/// SMBIOS tables as the firmware lays them out (DMTF DSP0134): a dump with its entry point, or the bare structures as Linux offers
/// them. Fields beyond a structure's length byte don't exist; a length that lies ends the reading, never the program.
/// </summary>
internal static class SmbiosTables
{
    private const int MostStructures = 20_000;

    /// <summary>Where the structures begin; -1 when these are no tables.</summary>
    public static int Start(ReadOnlySpan<byte> b, out int length)
    {
        length = b.Length;
        if (b.StartsWith("_SM3_"u8) && b.Length > 24)
            return From(b, (long)BitConverter.ToUInt64(b[16..24]), BitConverter.ToUInt32(b[12..16]), out length);
        if (b.StartsWith("_SM_"u8) && b.Length > 31 && b[16..21].SequenceEqual("_DMI_"u8))
            return From(b, BitConverter.ToUInt32(b[24..28]), BitConverter.ToUInt16(b[22..24]), out length);
        if (b.StartsWith("_DMI_"u8) && b.Length > 15)
            return From(b, BitConverter.ToUInt32(b[8..12]), BitConverter.ToUInt16(b[6..8]), out length);
        // Bare structures begin with the firmware's own, type 0, and go on with a known type.
        if (b.Length < 64 || b[0] != 0 || b[1] is < 4 or > 200)
            return -1;
        var next = End(b, 0);
        return next > 0 && next + 4 < b.Length && b[next] <= 46 && b[next + 1] >= 4 ? 0 : -1;
    }

    private static int From(ReadOnlySpan<byte> b, long address, long told, out int length)
    {
        // The dump of the common decoder puts the table at 32 and says so; a copy of low memory keeps its own address.
        var start = address is >= 16 && address < b.Length ? (int)address : 32;
        length = (int)Math.Min(b.Length - start, told <= 0 ? b.Length : told);
        return start >= b.Length ? -1 : start;
    }

    /// <summary>End of the structure with its strings: two zero bytes; -1 when it has none.</summary>
    private static int End(ReadOnlySpan<byte> b, int at)
    {
        if (at + 4 > b.Length || b[at + 1] < 4)
            return -1;
        for (var i = at + b[at + 1]; i + 1 < b.Length; i++)
            if (b[i] == 0 && b[i + 1] == 0)
                return i + 2;
        return -1;
    }

    public static CaptureReading Read(ReadOnlySpan<byte> all, int start, int length)
    {
        var table = all.Slice(start, length);
        var gathered = new Gathered();
        var (at, count, used, cut) = (0, 0, 0, false);
        while (at + 4 <= table.Length)
        {
            var end = ++count > MostStructures ? -1 : End(table, at);
            if (end < 0)
            {
                cut = true;
                break;
            }
            var s = new Structure(table[at..end], start + at);
            if (gathered.Take(s))
                used += end - at;
            at = end;
            if (s.Type == 127)
                break;
        }
        return CaptureReader.Conclude("firmware tables", gathered.Seen(), length, used, gathered.Rest, cut, [], "bytes");
    }

    /// <summary>What the structures told so far.</summary>
    private sealed class Gathered
    {
        private readonly List<SeenDevice> _devices = [];
        private readonly List<SeenArray> _arrays = [];
        private readonly List<SeenProcessor> _processors = [];
        private readonly List<SeenSlot> _slots = [];
        private readonly List<SeenBattery> _batteries = [];
        private readonly Dictionary<string, int> _at = [];
        private Observation _seen = new() { CountsIn = "byte" };
        private (string? Maker, string? Product) _board;

        public List<NotUnderstood> Rest { get; } = [];

        public Observation Seen() =>
            _seen with
            {
                Devices = _devices,
                Arrays = _arrays,
                Processors = _processors,
                Slots = _slots,
                Batteries = _batteries,
                At = _at,
                Maker = _seen.Maker ?? _board.Maker,
                Product = _seen.Product ?? _board.Product,
            };

        /// <summary>Takes what a structure tells; false for one that is not read here.</summary>
        public bool Take(Structure s)
        {
            if (s.Type is 0 or 1 or 2)
                _at.TryAdd(
                    s.Type switch
                    {
                        0 => "firmware",
                        1 => "serial",
                        _ => "boardRevision",
                    },
                    s.At
                );
            if (s.Type <= 3)
                Machine(s);
            else if (s.Type != 127 && !Part(s))
            {
                Leave(Rest, s);
                return false;
            }
            return true;
        }

        private void Machine(Structure s)
        {
            _seen = s.Type switch
            {
                0 => _seen with { FirmwareVersion = s.Text(0x05), FirmwareDate = s.Text(0x08) },
                1 => _seen with { Maker = s.Text(0x04), Product = s.Text(0x05), Serial = s.Text(0x07) },
                2 => _seen with { BoardVersion = _seen.BoardVersion ?? s.Text(0x06) },
                _ => _seen with
                {
                    ChassisType = _seen.ChassisType ?? ChassisTypes.Name(s.Byte(0x05) & 0x7F),
                    RackUnits = _seen.RackUnits ?? (s.Byte(0x11) is > 0 and <= 64 and var units ? units : null),
                },
            };
            if (s.Type == 2)
                _board = (_board.Maker ?? s.Text(0x04), _board.Product ?? s.Text(0x05));
        }

        /// <summary>Takes a part of the machine; false for a structure that is not read here.</summary>
        private bool Part(Structure s)
        {
            switch (s.Type)
            {
                case 4:
                    var fitted = s.Byte(0x18) is not { } status || (status & 0x40) != 0;
                    _processors.Add(new SeenProcessor(s.Text(0x04), s.Text(0x10), fitted, s.At));
                    return true;
                case 9:
                    _slots.Add(Slot(s));
                    return true;
                case 16:
                    _arrays.Add(Array(s));
                    return true;
                case 17 when _devices.Count < 4096:
                    _devices.Add(Device(s));
                    return true;
                case 22 when _batteries.Count < 8:
                    _batteries.Add(new SeenBattery(s.Text(0x08), WattHours(s), s.At));
                    return true;
                default:
                    return false;
            }
        }

        private static int? WattHours(Structure s) =>
            s.Word(0x0A) is > 0 and var mwh ? (int)Math.Round(mwh * (s.Byte(0x15) is > 0 and var times ? times : 1) / 1000.0) : null;
    }

    private static void Leave(List<NotUnderstood> rest, Structure s)
    {
        var reason = $"structure type {s.Type}, not read here";
        if (rest.Count < 1000)
            rest.Add(new NotUnderstood(s.At, s.At + s.Length - 1, reason, ""));
    }

    private static SeenArray Array(Structure s)
    {
        var kib = s.DWord(0x07);
        long? gib =
            kib is null ? null
            : kib == 0x8000_0000 ? (long?)(s.QWord(0x0F) / (1024L * 1024 * 1024))
            : kib / (1024 * 1024);
        var correction = s.Byte(0x06) switch
        {
            3 => "None",
            4 => "Parity",
            5 => "Single-bit ECC",
            6 => "Multi-bit ECC",
            7 => "CRC",
            _ => null,
        };
        return new SeenArray(
            $"0x{s.Handle:X4}",
            gib is >= 0 and < int.MaxValue ? (int)gib : null,
            s.Word(0x0D),
            correction,
            s.Byte(0x05) is null or 3,
            s.At
        );
    }

    private static SeenDevice Device(Structure s)
    {
        var mib = Size(s);
        var generation = s.Byte(0x12) switch
        {
            0x13 or 0x14 => MemoryGeneration.Ddr2,
            0x18 => MemoryGeneration.Ddr3,
            0x1A => MemoryGeneration.Ddr4,
            0x22 => MemoryGeneration.Ddr5,
            _ => (MemoryGeneration?)null,
        };
        var form = s.Byte(0x0E) switch
        {
            0x09 => ModuleForm.Dimm,
            0x0D => ModuleForm.SoDimm,
            _ => (ModuleForm?)null,
        };
        var (total, data) = (Bits(s.Word(0x08)), Bits(s.Word(0x0A)));
        var detail = s.Word(0x13) ?? 0;
        var words =
            (detail & 1 << 15) != 0 ? "LRDIMM"
            : (detail & 1 << 13) != 0 ? "Registered (Buffered)"
            : (detail & 1 << 14) != 0 ? "Unbuffered (Unregistered)"
            : "";
        var part = s.Text(0x1A);
        return new SeenDevice
        {
            Locator = s.Text(0x10),
            Bank = s.Text(0x11),
            ArrayHandle = s.Word(0x04) is { } handle ? $"0x{handle:X4}" : null,
            SizeMiB = mib,
            Module =
                mib is null or > 0 && (mib is > 0 || part is not null)
                    ? new ModuleSheet
                    {
                        Maker = s.Text(0x17),
                        PartNumber = part,
                        Generation = generation,
                        Form = form,
                        Type = SmbiosFields.Type(words, total, data, form),
                        CapacityMiB = mib,
                        Ranks = s.Byte(0x1B) is { } attributes && (attributes & 15) is > 0 and var ranks ? ranks : null,
                        RateMTs = Rate(s, 0x15, 0x54, generation),
                    }
                    : null,
            Serial = s.Text(0x18),
            ConfiguredMTs = Rate(s, 0x20, 0x58, generation),
            Line = s.At,
        };
    }

    private static int? Rate(Structure s, int offset, int extended, MemoryGeneration? generation)
    {
        long? value = s.Word(offset) switch
        {
            null or 0 => null,
            0xFFFF => s.DWord(extended),
            var w => w,
        };
        return value is > 0 and < 20_000 and var v
            ? generation is { } g
                ? Bins.Named(g, (int)v)
                : (int)v
            : null;
    }

    private static int? Bits(int? width) => width is null or 0xFFFF or 0 ? null : width;

    /// <summary>MiB; 0 for an empty slot, null when the firmware does not know.</summary>
    private static int? Size(Structure s) =>
        s.Word(0x0C) switch
        {
            null or 0xFFFF => null,
            0x7FFF => s.DWord(0x1C) is { } extended && (extended & 0x7FFF_FFFF) is var m && m <= int.MaxValue ? (int)m : null,
            var w when (w & 0x8000) != 0 => (w & 0x7FFF) / 1024,
            var w => w,
        };

    // Types A5 to C4 count generation and width together: plain, ×1, ×2, ×4, ×8, ×16 for each generation.
    private static SeenSlot Slot(Structure s)
    {
        var type = s.Byte(0x05) ?? 0;
        int? gen = type switch
        {
            >= 0xA5 and <= 0xAA => 1,
            >= 0xAB and <= 0xB0 => 2,
            >= 0xB1 and <= 0xB6 => 3,
            >= 0xB8 and <= 0xBD => 4,
            >= 0xBE and <= 0xC3 => 5,
            0xC4 => 6,
            _ => null,
        };
        int? width = s.Byte(0x06) switch
        {
            0x08 => 1,
            0x09 => 2,
            0x0A => 4,
            0x0B => 8,
            0x0C => 12,
            0x0D => 16,
            _ => null,
        };
        bool? used = s.Byte(0x07) switch
        {
            3 => false,
            4 => true,
            _ => null,
        };
        var bus = s.Byte(0x0F);
        var device = s.Byte(0x10);
        var address =
            bus is { } b && device is { } d && !(b == 0xFF && d == 0xFF) ? $"{s.Word(0x0D) ?? 0:x4}:{b:x2}:{d >> 3:x2}.{d & 7}" : null;
        return new SeenSlot(
            s.Text(0x04) ?? "",
            gen is { } g ? $"PCI Express {g}"
                : type == 0x06 ? "PCI"
                : null,
            width,
            gen,
            used,
            address,
            s.At
        );
    }

    /// <summary>One structure; a field that does not lie within its length is null.</summary>
    private readonly ref struct Structure(ReadOnlySpan<byte> bytes, int at)
    {
        private readonly ReadOnlySpan<byte> _all = bytes;

        public int At { get; } = at;

        public int Type => _all[0];

        public int Length => _all.Length;

        public int Handle => _all[2] | _all[3] << 8;

        private ReadOnlySpan<byte> Fields => _all[..Math.Min(_all.Length, (int)_all[1])];

        public int? Byte(int offset) => offset < Fields.Length ? Fields[offset] : null;

        public int? Word(int offset) => offset + 2 <= Fields.Length ? BitConverter.ToUInt16(Fields[offset..]) : null;

        public long? DWord(int offset) => offset + 4 <= Fields.Length ? BitConverter.ToUInt32(Fields[offset..]) : null;

        public long? QWord(int offset) =>
            offset + 8 <= Fields.Length ? (long)Math.Min(BitConverter.ToUInt64(Fields[offset..]), long.MaxValue) : null;

        /// <summary>String by number, counted from 1; null when there is none or firmware wrote a filler.</summary>
        public string? Text(int offset)
        {
            if (Byte(offset) is not { } number || number == 0)
                return null;
            var strings = _all[Fields.Length..];
            for (; number > 1; number--)
            {
                var zero = strings.IndexOf((byte)0);
                if (zero < 0 || zero + 1 >= strings.Length)
                    return null;
                strings = strings[(zero + 1)..];
            }
            var end = strings.IndexOf((byte)0);
            return end <= 0 ? null : SmbiosFields.Text(Encoding.Latin1.GetString(strings[..end]));
        }
    }
}
