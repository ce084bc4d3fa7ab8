using System.Text;
using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Binary;

/// <summary>
/// Contents of a memory module's own chip (SPD): JEDEC 21-C annexes J (DDR2), K (DDR3), L (DDR4) and JESD400-5 (DDR5). DDR2
/// to DDR4 agree with decode-dimms, the bytes of DDR5 with those that the distribution's open memory tester (6.10) takes from a chip; the
/// DDR5 checksum and serial
/// number alone are from memory. A field that holds a reserved code stays unknown.
/// </summary>
internal static class SpdEeprom
{
    private static readonly int[] Sizes = [128, 256, 512, 1024];

    public static bool Looks(ReadOnlySpan<byte> b) =>
        Sizes.Contains(b.Length) && b[2] is 0x08 or 0x0B or 0x0C or 0x12 && !(b[0] == (byte)'_' && b[1] == (byte)'S');

    /// <summary>True for a chip that was never written.</summary>
    public static bool IsBlank(ReadOnlySpan<byte> b) =>
        Sizes.Contains(b.Length) && (b.IndexOfAnyExcept((byte)0) < 0 || b.IndexOfAnyExcept((byte)0xFF) < 0);

    public static CaptureReading Read(ReadOnlySpan<byte> b)
    {
        var spd = b[2] switch
        {
            0x08 => Ddr2(b),
            0x0B => Ddr3(b),
            0x0C => Ddr4(b),
            _ => Ddr5(b),
        };
        if (spd is null)
            return CaptureReading.Nothing(
                $"This looks like the chip of a memory module, but {b.Length} bytes are too few for its generation; nothing was stored."
            );
        List<string> remarks = [];
        if (!spd.ChecksumRight)
            remarks.Add("The checksum does not fit the contents: a byte is wrong, or somebody changed it. Trust the label more.");
        if (ModuleLabel.Plausible(spd.Module) is { } problem)
            remarks.Add(problem);
        var seen = new Observation { Spds = [spd], CountsIn = "byte" };
        return new CaptureReading(
            "module's own chip",
            seen,
            b.Length,
            b.Length,
            [],
            false,
            remarks,
            $"Module's own chip: {spd.Module.Long}{(spd.Module.PartNumber is { } p ? $", {p}" : "")}. "
                + $"Checksum {(spd.ChecksumRight ? "right" : "wrong")}."
        );
    }

    private static SeenSpd? Ddr2(ReadOnlySpan<byte> b)
    {
        if (b.Length < 128)
            return null;
        var ranks = (b[5] & 7) + 1;
        var width = b[13] is 4 or 8 or 16 ? b[13] : (int?)null;
        // Size of a rank, one bit each: 128, 256, 512 MiB in the upper bits, 1, 2, 4 GiB in the lower.
        int? rankMiB = b[31] switch
        {
            0x20 => 128,
            0x40 => 256,
            0x80 => 512,
            0x01 => 1024,
            0x02 => 2048,
            0x04 => 4096,
            _ => null,
        };
        int? rate = b[9] switch
        {
            0x25 => 800,
            0x30 => 667,
            0x3D => 533,
            0x50 => 400,
            _ => null,
        };
        var ecc = (b[11] & 2) != 0;
        (ModuleType? type, ModuleForm? form) = b[20] switch
        {
            1 => (ModuleType.Registered, ModuleForm.Dimm),
            2 => (ecc ? ModuleType.UnbufferedEcc : ModuleType.Unbuffered, ModuleForm.Dimm),
            4 => (ecc ? ModuleType.UnbufferedEcc : ModuleType.Unbuffered, ModuleForm.SoDimm),
            _ => ((ModuleType?)null, (ModuleForm?)null),
        };
        var sum = 0;
        foreach (var x in b[..63])
            sum += x;
        return Of(
            MemoryGeneration.Ddr2,
            type,
            form,
            rankMiB * ranks,
            ranks,
            width,
            rate,
            b[73..91],
            b[95..99],
            b[64..66],
            (byte)sum == b[63]
        );
    }

    private static SeenSpd? Ddr3(ReadOnlySpan<byte> b)
    {
        if (b.Length < 256)
            return null;
        double? die = (b[4] & 15) switch
        {
            0 => 0.25,
            1 => 0.5,
            2 => 1,
            3 => 2,
            4 => 4,
            5 => 8,
            6 => 16,
            _ => null,
        };
        var width = Width(b[7] & 7);
        var ranks = (b[7] >> 3 & 7) is var r && r == 4 ? 8 : r + 1;
        var ecc = (b[8] >> 3 & 3) == 1;
        (ModuleType? type, ModuleForm? form) = (b[3] & 15) switch
        {
            1 or 5 => (ModuleType.Registered, ModuleForm.Dimm),
            2 or 6 => (ecc ? ModuleType.UnbufferedEcc : ModuleType.Unbuffered, ModuleForm.Dimm),
            3 => (ModuleType.Unbuffered, ModuleForm.SoDimm),
            8 => (ModuleType.UnbufferedEcc, ModuleForm.SoDimm),
            9 => (ModuleType.Registered, ModuleForm.SoDimm),
            11 => (ModuleType.LoadReduced, ModuleForm.Dimm),
            _ => ((ModuleType?)null, (ModuleForm?)null),
        };
        var rate = Nearest(MemoryGeneration.Ddr3, 2e6 / (b[12] * 125 + (sbyte)b[34]));
        var covered = (b[0] & 0x80) != 0 ? 117 : 126;
        return Of(
            MemoryGeneration.Ddr3,
            type,
            form,
            MiB(die, width, ranks),
            ranks,
            width,
            rate,
            b[128..146],
            b[122..126],
            b[117..119],
            Crc16.Of(b[..covered]) == (b[126] | b[127] << 8)
        );
    }

    private static SeenSpd? Ddr4(ReadOnlySpan<byte> b)
    {
        if (b.Length < 512)
            return null;
        double? die = (b[4] & 15) switch
        {
            0 => 0.25,
            1 => 0.5,
            2 => 1,
            3 => 2,
            4 => 4,
            5 => 8,
            6 => 16,
            7 => 32,
            8 => 12,
            9 => 24,
            _ => null,
        };
        var width = Width(b[12] & 7);
        var package = (b[12] >> 3 & 7) + 1;
        // Dies of a 3DS stack are logical ranks of their own; those of a multi-load stack are not.
        var ranks = (b[6] & 0x80) != 0 && (b[6] & 3) == 2 ? package * ((b[6] >> 4 & 7) + 1) : package;
        var ecc = (b[13] >> 3 & 3) == 1;
        (ModuleType? type, ModuleForm? form) = (b[3] & 15) switch
        {
            1 or 5 => (ModuleType.Registered, ModuleForm.Dimm),
            2 => (ecc ? ModuleType.UnbufferedEcc : ModuleType.Unbuffered, ModuleForm.Dimm),
            3 => (ModuleType.Unbuffered, ModuleForm.SoDimm),
            4 => (ModuleType.LoadReduced, ModuleForm.Dimm),
            8 => (ModuleType.Registered, ModuleForm.SoDimm),
            9 => (ModuleType.UnbufferedEcc, ModuleForm.SoDimm),
            _ => ((ModuleType?)null, (ModuleForm?)null),
        };
        var rate = Nearest(MemoryGeneration.Ddr4, 2e6 / (b[18] * 125 + (sbyte)b[125]));
        var right = Crc16.Of(b[..126]) == (b[126] | b[127] << 8) && Crc16.Of(b[128..254]) == (b[254] | b[255] << 8);
        return Of(
            MemoryGeneration.Ddr4,
            type,
            form,
            MiB(die, width, ranks),
            ranks,
            width,
            rate,
            b[329..349],
            b[325..329],
            b[320..322],
            right
        );
    }

    private static SeenSpd? Ddr5(ReadOnlySpan<byte> b)
    {
        if (b.Length < 1024)
            return null;
        double? die = (b[4] & 31) switch
        {
            1 => 4,
            2 => 8,
            3 => 12,
            4 => 16,
            5 => 24,
            6 => 32,
            7 => 48,
            8 => 64,
            _ => null,
        };
        int? stack = (b[4] >> 5) switch
        {
            0 => 1,
            2 => 2,
            3 => 4,
            4 => 8,
            5 => 16,
            _ => null,
        };
        var width = Width(b[6] >> 5);
        var package = (b[234] >> 3 & 7) + 1;
        var ranks = package * (stack ?? 1);
        var subchannels = (b[235] >> 5 & 3) + 1;
        var bus = (b[235] & 7) == 2 ? 32 : 0;
        var ecc = (b[235] >> 3 & 3) is 1 or 2;
        (ModuleType? type, ModuleForm? form) = (b[3] & 15) switch
        {
            1 => (ModuleType.Registered, ModuleForm.Dimm),
            2 => (ecc ? ModuleType.UnbufferedEcc : ModuleType.Unbuffered, ModuleForm.Dimm),
            3 => (ecc ? ModuleType.UnbufferedEcc : ModuleType.Unbuffered, ModuleForm.SoDimm),
            4 => (ModuleType.LoadReduced, ModuleForm.Dimm),
            _ => ((ModuleType?)null, (ModuleForm?)null),
        };
        var tck = b[20] | b[21] << 8;
        // Ranks of unequal size (bit 6) are told by bytes that are not read here.
        var even = (b[234] & 0x40) == 0;
        int? mib =
            even && die is { } d && width is { } w && stack is not null && bus > 0
                ? (int)(subchannels * (bus / w) * d / 8 * ranks * 1024)
                : null;
        return Of(
            MemoryGeneration.Ddr5,
            type,
            form,
            mib,
            ranks,
            width,
            tck == 0 ? null : Nearest(MemoryGeneration.Ddr5, 2e6 / tck),
            b[521..551],
            b[517..521],
            b[512..514],
            Crc16.Of(b[..510]) == (b[510] | b[511] << 8)
        );
    }

    private static int? Width(int code) =>
        code switch
        {
            0 => 4,
            1 => 8,
            2 => 16,
            3 => 32,
            _ => null,
        };

    private static int? MiB(double? die, int? width, int ranks) =>
        die is { } d && width is { } w ? (int)(d / 8 * 64 / w * ranks * 1024) : null;

    /// <summary>The bin that a cycle time stands for; null when it is far from any.</summary>
    private static int? Nearest(MemoryGeneration generation, double rate)
    {
        if (!double.IsFinite(rate) || rate <= 0)
            return null;
        var bin = Bins.Of(generation).MinBy(x => Math.Abs(x - rate));
        return Math.Abs(bin - rate) <= bin * 0.02 ? bin : null;
    }

    private static SeenSpd Of(
        MemoryGeneration generation,
        ModuleType? type,
        ModuleForm? form,
        int? mib,
        int ranks,
        int? width,
        int? rate,
        ReadOnlySpan<byte> part,
        ReadOnlySpan<byte> serial,
        ReadOnlySpan<byte> maker,
        bool right
    )
    {
        var number = Ascii(part);
        return new SeenSpd(
            new ModuleSheet
            {
                Generation = generation,
                Form = form,
                Type = type,
                CapacityMiB = mib,
                Ranks = ranks,
                DeviceWidth = width,
                RateMTs = rate,
                PartNumber = number,
            },
            serial.IndexOfAnyExcept((byte)0) < 0 || serial.IndexOfAnyExcept((byte)0xFF) < 0 ? null : Convert.ToHexString(serial),
            $"{maker[0]:X2} {maker[1]:X2}",
            right,
            1
        );
    }

    private static string? Ascii(ReadOnlySpan<byte> bytes)
    {
        var text = new StringBuilder();
        foreach (var c in bytes)
            if (c is >= 0x20 and < 0x7F)
                text.Append((char)c);
        var trimmed = text.ToString().Trim();
        return trimmed.Length == 0 ? null : trimmed;
    }
}
