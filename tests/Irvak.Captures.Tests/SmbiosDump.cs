using System.Buffers.Binary;
using System.Text;
using Irvak.Core.Builds;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Tests;

/// <summary>Binary SMBIOS tables (DMTF DSP0134, 3.x entry point) for the real decoder to read.</summary>
public static class SmbiosDump
{
    public static byte[] Of(params byte[][] structures)
    {
        byte[] table = [.. structures.SelectMany(s => s), 127, 4, 0xFF, 0xFE, 0, 0];
        var file = new byte[32 + table.Length];
        "_SM3_"u8.CopyTo(file);
        file[6] = 0x18;
        (file[7], file[8], file[10]) = (3, 3, 1);
        BinaryPrimitives.WriteInt32LittleEndian(file.AsSpan(12), table.Length);
        file[16] = 32;
        file[5] = (byte)(256 - (file.Take(0x18).Sum(b => b) & 255));
        table.CopyTo(file, 32);
        return file;
    }

    public static byte[] Array(int handle, int devices) =>
        Structure(16, handle, [3, 3, 6, 0, 0, 0, 0x30, 0xFE, 0xFF, (byte)devices, 0, 0, 0, 0, 0, 0, 0, 0, 0]);

    /// <summary>Type 3 with its height in rack units, 0 for not told.</summary>
    public static byte[] Chassis(int kind, int units) =>
        Structure(3, 0x300, [1, (byte)kind, 0, 0, 0, 3, 3, 3, 3, 0, 0, 0, 0, (byte)units, 1, 0, 3], "Hollin");

    /// <summary>Type 22: design capacity in steps of so many mWh.</summary>
    public static byte[] Battery(string name, int capacity, int times)
    {
        var body = new byte[0x1A - 4];
        (body[0x08 - 4], body[0x09 - 4], body[0x15 - 4]) = (1, 6, (byte)times);
        BinaryPrimitives.WriteUInt16LittleEndian(body.AsSpan(0x0A - 4), (ushort)capacity);
        return Structure(22, 0x2200, body, name);
    }

    public static byte[] Device(int handle, int array, string locator, string bank, ushort size, int extended) =>
        Device(handle, array, locator, bank, size, extended, null, null, 0);

    /// <summary>A device as the simulated machine means it, of the length that ends before the voltages.</summary>
    public static byte[] Device(int handle, int array, string locator, string bank, Unit? unit, int rate) =>
        Device(handle, array, locator, bank, (ushort)(unit?.Module?.CapacityMiB ?? 0), 0, unit?.Module, unit?.Serial, rate);

    private static byte[] Device(
        int handle,
        int array,
        string locator,
        string bank,
        ushort size,
        int extended,
        ModuleSheet? module,
        string? serial,
        int rate
    )
    {
        var body = new byte[0x22 - 4];
        void Word(int at, int value) => BinaryPrimitives.WriteUInt16LittleEndian(body.AsSpan(at - 4), (ushort)value);
        Word(0x04, array);
        Word(0x06, 0xFFFE);
        Word(0x08, size == 0 ? 0xFFFF : 72);
        Word(0x0A, size == 0 ? 0xFFFF : 64);
        Word(0x0C, size);
        body[0x0E - 4] = 9;
        (body[0x10 - 4], body[0x11 - 4]) = (1, 2);
        body[0x12 - 4] = (byte)(size == 0 ? 2 : 0x1A);
        Word(0x13, size == 0 ? 4 : 0x2080);
        Word(0x15, module?.RateMTs ?? 0);
        (body[0x17 - 4], body[0x18 - 4], body[0x1A - 4]) = (
            (byte)(module is null ? 0 : 3),
            (byte)(module is null ? 0 : 4),
            (byte)(module is null ? 0 : 5)
        );
        body[0x1B - 4] = (byte)(module?.Ranks ?? 0);
        BinaryPrimitives.WriteInt32LittleEndian(body.AsSpan(0x1C - 4), extended);
        Word(0x20, size == 0 ? 0 : rate);
        return Structure(17, handle, body, module is null ? [locator, bank] : [locator, bank, module.Maker!, serial!, module.PartNumber!]);
    }

    public static byte[] Structure(byte type, int handle, byte[] body, params string[] strings) =>
        [
            type,
            (byte)(body.Length + 4),
            (byte)handle,
            (byte)(handle >> 8),
            .. body,
            .. strings.SelectMany(s => Encoding.ASCII.GetBytes(s).Append((byte)0)),
            .. strings.Length == 0 ? new byte[] { 0 } : [],
            0,
        ];
}
