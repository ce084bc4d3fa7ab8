using System.Buffers.Binary;
using System.Text;
using Irvak.Captures.Binary;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Simulated;

/// <summary>Binary captures of a simulated machine: the firmware's tables (DMTF DSP0134) and the chips of its modules (JEDEC 21-C,
/// JESD400-5).</summary>
public sealed class SimulatedBytes(MachineSheet sheet, Build build, FirmwareFacts firmware, int? rateMTs)
{
    /// <summary>A dump with a 3.x entry point: structures 0, 1, 2, 4, 9, 16, 17 and the end of table.</summary>
    public byte[] FirmwareTables()
    {
        var slots = sheet.Channels.SelectMany(c => c.Slots.Select(s => (Channel: c, Slot: s))).ToList();
        var table = new List<byte>();
        table.AddRange(
            Structure(
                0,
                0,
                [1, 2, 0, 0xE0, 3, 0xFF, .. new byte[8], 0, 0, 1, 0, 0xFF, 0xFF],
                sheet.Maker ?? "",
                firmware.Version,
                firmware.Date
            )
        );
        table.AddRange(Structure(1, 1, [1, 2, 0, 3, .. new byte[16], 6, 0, 0], sheet.Maker ?? "", sheet.Name, firmware.Serial));
        table.AddRange(Structure(2, 2, [1, 2, 3, 0], sheet.Maker ?? "", sheet.Name + " board", firmware.BoardVersion));
        for (var i = 0; i < sheet.Sockets.Count; i++)
            table.AddRange(Processor(i));
        for (var i = 0; i < sheet.Slots.Count; i++)
            table.AddRange(CardSlot(i));
        table.AddRange(
            Structure(
                16,
                0x1000,
                [
                    3,
                    3,
                    6,
                    0,
                    0,
                    0,
                    0x80,
                    0xFE,
                    0xFF,
                    (byte)slots.Count,
                    (byte)(slots.Count >> 8),
                    .. BitConverter.GetBytes((sheet.Memory.TotalLimitGiB ?? 0) * (1L << 30)),
                ]
            )
        );
        for (var i = 0; i < slots.Count; i++)
            table.AddRange(Device(0x1100 + i, slots[i].Channel, slots[i].Slot));
        table.AddRange(new byte[] { 127, 4, 0xFF, 0xFE, 0, 0 });
        var head = new byte[32];
        "_SM3_"u8.CopyTo(head);
        (head[6], head[7], head[8], head[10], head[16]) = (0x18, 3, 3, 1, 32);
        BinaryPrimitives.WriteInt32LittleEndian(head.AsSpan(12), table.Count);
        head[5] = (byte)(256 - (head.Take(0x18).Sum(b => b) & 255));
        return [.. head, .. table];
    }

    private byte[] Processor(int index)
    {
        var unit = build.At(Place.Socket(sheet.Sockets[index].Id));
        var body = new byte[0x1A - 4];
        body[0] = 1;
        body[1] = 3;
        body[0x10 - 4] = (byte)(unit is null ? 0 : 2);
        body[0x18 - 4] = (byte)(unit is null ? 0 : 0x41);
        return unit is null
            ? Structure(4, 0x400 + index, body, sheet.Sockets[index].Id)
            : Structure(4, 0x400 + index, body, sheet.Sockets[index].Id, unit.Processor?.Name ?? "");
    }

    private byte[] CardSlot(int index)
    {
        var slot = sheet.Slots[index];
        var body = new byte[0x11 - 4];
        body[0] = 1;
        var width = slot.Mech switch
        {
            1 => 1,
            2 => 2,
            4 => 3,
            8 => 4,
            16 => 5,
            _ => 0,
        };
        body[1] =
            slot.Bus == CardBus.Pci
                ? (byte)6
                : (byte)(
                    slot.Gen switch
                    {
                        1 => 0xA5,
                        2 => 0xAB,
                        3 => 0xB1,
                        4 => 0xB8,
                        _ => 0xBE,
                    } + width
                );
        body[2] = (byte)(
            slot.Elec switch
            {
                1 => 8,
                2 => 9,
                4 => 10,
                8 => 11,
                16 => 13,
                _ => 2,
            }
        );
        var used = build.At(Place.Card(slot.Id)) is not null;
        body[3] = (byte)(used ? 4 : 3);
        (body[0x0F - 4], body[0x10 - 4]) = used
            ? (Convert.ToByte(SimulatedSystem.CardAddress(index)[..2], 16), (byte)0)
            : ((byte)0xFF, (byte)0xFF);
        return Structure(9, 0x900 + index, body, slot.Id);
    }

    private byte[] Device(int handle, Channel channel, string slot)
    {
        var unit = build.At(Place.Slot(slot));
        var m = unit?.Module;
        var body = new byte[0x28 - 4];
        void Word(int at, int value) => BinaryPrimitives.WriteUInt16LittleEndian(body.AsSpan(at - 4), (ushort)value);
        var ecc = m?.Type is { } t && t.HasEcc();
        Word(0x04, 0x1000);
        Word(0x06, 0xFFFE);
        Word(
            0x08,
            m is null ? 0xFFFF
                : ecc
                    ? m.Generation == MemoryGeneration.Ddr5 ? 80
                        : 72
                : 64
        );
        Word(0x0A, m is null ? 0xFFFF : 64);
        var mib = m?.CapacityMiB ?? 0;
        Word(0x0C, mib >= 0x7FFF ? 0x7FFF : mib);
        body[0x0E - 4] = (byte)(sheet.Memory.Form == ModuleForm.SoDimm ? 0x0D : 9);
        (body[0x10 - 4], body[0x11 - 4]) = (1, 2);
        body[0x12 - 4] = (byte)(
            m?.Generation switch
            {
                MemoryGeneration.Ddr2 => 0x13,
                MemoryGeneration.Ddr3 => 0x18,
                MemoryGeneration.Ddr4 => 0x1A,
                MemoryGeneration.Ddr5 => 0x22,
                _ => 2,
            }
        );
        Word(
            0x13,
            m?.Type switch
            {
                ModuleType.Registered => 0x2080,
                ModuleType.LoadReduced => 0x8080,
                null => 4,
                _ => 0x4080,
            }
        );
        if (m is null)
            return Structure(17, handle, body, slot, $"{channel.Socket} channel {channel.Id}");
        Word(0x15, m.RateMTs ?? 0);
        (body[0x17 - 4], body[0x18 - 4], body[0x1A - 4]) = (3, 4, 5);
        body[0x1B - 4] = (byte)(m.Ranks ?? 0);
        BinaryPrimitives.WriteInt32LittleEndian(body.AsSpan(0x1C - 4), mib >= 0x7FFF ? mib : 0);
        Word(0x20, rateMTs ?? 0);
        return Structure(
            17,
            handle,
            body,
            slot,
            $"{channel.Socket} channel {channel.Id}",
            m.Maker ?? "",
            unit!.Serial ?? "",
            m.PartNumber ?? ""
        );
    }

    private static byte[] Structure(byte type, int handle, byte[] body, params string[] strings)
    {
        // An empty string would end the list of strings; firmware writes words instead.
        var written = strings.SelectMany(s => Encoding.ASCII.GetBytes(s.Length == 0 ? "Not Specified" : s).Append((byte)0));
        return
        [
            type,
            (byte)(body.Length + 4),
            (byte)handle,
            (byte)(handle >> 8),
            .. body,
            .. written,
            .. strings.Length == 0 ? new byte[] { 0 } : [],
            0,
        ];
    }

    /// <summary>What a module's chip holds; null for a generation or size whose chip is not written here.</summary>
    public static byte[]? Chip(Unit unit)
    {
        if (unit.Module is not { CapacityMiB: { } mib, Ranks: { } ranks, RateMTs: { } rate, Generation: { } generation } m)
            return null;
        var width = m.DeviceWidth ?? 8;
        if (64 / width * ranks == 0)
            return null;
        // Capacity of a die, Gb: module = 64 bits ÷ width × ranks × die.
        var die = (double)mib / 1024 * 8 / (64 / width * ranks);
        return generation switch
        {
            MemoryGeneration.Ddr4 => Ddr4(m, die, width, ranks, rate, unit.Serial),
            MemoryGeneration.Ddr3 => Ddr3(m, die, width, ranks, rate, unit.Serial),
            MemoryGeneration.Ddr5 => Ddr5(m, die, width, ranks, rate, unit.Serial),
            _ => Ddr2(m, mib, width, ranks, rate, unit.Serial),
        };
    }

    private static byte[]? Ddr4(ModuleSheet m, double die, int width, int ranks, int rate, string? serial)
    {
        var code = die switch
        {
            2 => 3,
            4 => 4,
            8 => 5,
            16 => 6,
            _ => -1,
        };
        if (code < 0)
            return null;
        var b = new byte[512];
        (b[0], b[1], b[2]) = (0x23, 0x11, 0x0C);
        b[3] = (byte)(
            m.Form == ModuleForm.SoDimm
                ? m.Type == ModuleType.UnbufferedEcc
                    ? 9
                    : 3
                : m.Type switch
                {
                    ModuleType.Registered => 1,
                    ModuleType.LoadReduced => 4,
                    _ => 2,
                }
        );
        (b[4], b[5]) = ((byte)(0x80 | code), 0x21);
        b[12] = (byte)(ranks - 1 << 3 | WidthCode(width));
        b[13] = (byte)(m.Type is { } t && t.HasEcc() ? 0x0B : 3);
        var picoseconds = (int)Math.Round(2e6 / rate);
        var steps = (picoseconds + 124) / 125;
        (b[18], b[125]) = ((byte)steps, (byte)(sbyte)(picoseconds - steps * 125));
        Serial(b.AsSpan(325, 4), serial);
        Encoding.ASCII.GetBytes((m.PartNumber ?? "").PadRight(20)[..20]).CopyTo(b, 329);
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(126), Crc16.Of(b.AsSpan(0, 126)));
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(254), Crc16.Of(b.AsSpan(128, 126)));
        return b;
    }

    private static byte[]? Ddr3(ModuleSheet m, double die, int width, int ranks, int rate, string? serial)
    {
        var code = die switch
        {
            1 => 2,
            2 => 3,
            4 => 4,
            8 => 5,
            _ => -1,
        };
        if (code < 0)
            return null;
        var b = new byte[256];
        (b[0], b[1], b[2]) = (0x92, 0x13, 0x0B);
        b[3] = (byte)(
            m.Form == ModuleForm.SoDimm
                ? m.Type == ModuleType.UnbufferedEcc
                    ? 8
                    : 3
                : m.Type switch
                {
                    ModuleType.Registered => 1,
                    ModuleType.LoadReduced => 11,
                    _ => 2,
                }
        );
        b[4] = (byte)code;
        b[7] = (byte)((ranks == 8 ? 4 : ranks - 1) << 3 | WidthCode(width));
        b[8] = (byte)(m.Type is { } t && t.HasEcc() ? 0x0B : 3);
        (b[9], b[10], b[11]) = (0x11, 1, 8);
        var picoseconds = (int)Math.Round(2e6 / rate);
        var steps = (picoseconds + 124) / 125;
        (b[12], b[34]) = ((byte)steps, (byte)(sbyte)(picoseconds - steps * 125));
        Serial(b.AsSpan(122, 4), serial);
        Encoding.ASCII.GetBytes((m.PartNumber ?? "").PadRight(18)[..18]).CopyTo(b, 128);
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(126), Crc16.Of(b.AsSpan(0, 117)));
        return b;
    }

    /// <summary>Two subchannels of 32 bits; offsets as the reader has them.</summary>
    private static byte[]? Ddr5(ModuleSheet m, double die, int width, int ranks, int rate, string? serial)
    {
        var code = die switch
        {
            4 => 1,
            8 => 2,
            12 => 3,
            16 => 4,
            24 => 5,
            32 => 6,
            48 => 7,
            64 => 8,
            _ => -1,
        };
        if (code < 0)
            return null;
        var b = new byte[1024];
        (b[0], b[1], b[2]) = (0x30, 0x10, 0x12);
        b[3] = (byte)(
            m.Form == ModuleForm.SoDimm
                ? 3
                : m.Type switch
                {
                    ModuleType.Registered => 1,
                    ModuleType.LoadReduced => 4,
                    _ => 2,
                }
        );
        (b[4], b[6]) = ((byte)code, (byte)(WidthCode(width) << 5));
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(20), (ushort)Math.Floor(2e6 / rate));
        b[234] = (byte)(ranks - 1 << 3);
        b[235] = (byte)(1 << 5 | (m.Type is { } t && t.HasEcc() ? 1 << 3 : 0) | 2);
        Serial(b.AsSpan(517, 4), serial);
        Encoding.ASCII.GetBytes((m.PartNumber ?? "").PadRight(30)[..30]).CopyTo(b, 521);
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(510), Crc16.Of(b.AsSpan(0, 510)));
        return b;
    }

    private static byte[]? Ddr2(ModuleSheet m, int mib, int width, int ranks, int rate, string? serial)
    {
        var size = (mib / ranks) switch
        {
            128 => 0x20,
            256 => 0x40,
            512 => 0x80,
            1024 => 0x01,
            2048 => 0x02,
            4096 => 0x04,
            _ => 0,
        };
        var cycle = rate switch
        {
            800 => 0x25,
            667 => 0x30,
            533 => 0x3D,
            400 => 0x50,
            _ => 0,
        };
        if (size == 0 || cycle == 0)
            return null;
        var b = new byte[256];
        (b[0], b[1], b[2], b[5], b[9], b[13], b[31]) = (128, 8, 8, (byte)(ranks - 1), (byte)cycle, (byte)width, (byte)size);
        // Eight banks of 14 row bits; the columns make up the size of a rank: 2^(rows + columns) × banks × 8 bytes.
        (b[3], b[4], b[17], b[6]) = (14, (byte)System.Numerics.BitOperations.Log2((uint)(mib / ranks)), 8, 64);
        b[11] = (byte)(m.Type is { } t && t.HasEcc() ? 2 : 0);
        b[20] = (byte)(
            m.Form == ModuleForm.SoDimm ? 4
            : m.Type == ModuleType.Registered ? 1
            : 2
        );
        Encoding.ASCII.GetBytes((m.PartNumber ?? "").PadRight(18)[..18]).CopyTo(b, 73);
        Serial(b.AsSpan(95, 4), serial);
        b[63] = (byte)b.Take(63).Sum(x => x);
        return b;
    }

    private static int WidthCode(int width) =>
        width switch
        {
            4 => 0,
            8 => 1,
            16 => 2,
            _ => 3,
        };

    private static void Serial(Span<byte> at, string? serial)
    {
        var digits = new string([.. (serial ?? "").Where(char.IsAsciiHexDigit)]);
        if (digits.Length > 0)
            Convert.FromHexString(digits.PadLeft(8, '0')[^8..]).CopyTo(at);
    }
}
