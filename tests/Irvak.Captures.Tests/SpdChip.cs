using System.Buffers.Binary;
using System.Text;

namespace Irvak.Captures.Tests;

/// <summary>Contents of module chips built by the annexes (JEDEC 21-C annex K for DDR3, annex L for DDR4).</summary>
internal static class SpdChip
{
    /// <param name="die">Code of the die's capacity: 4 = 4 Gb, 5 = 8 Gb.</param>
    /// <param name="width">Code of the device's width: 0 = ×4, 1 = ×8.</param>
    /// <param name="cycle">Shortest cycle in steps of 125 ps.</param>
    public static byte[] Ddr4(int die, int width, int ranks, bool registered, int cycle, int fine, string part, uint serial)
    {
        var b = new byte[512];
        (b[0], b[1], b[2], b[3]) = (0x23, 0x11, 0x0C, (byte)(registered ? 1 : 2));
        b[4] = (byte)(0x80 | die);
        b[5] = 0x21;
        b[12] = (byte)(ranks - 1 << 3 | width);
        b[13] = 0x0B; // 64 bits and 8 of ECC
        (b[18], b[125]) = ((byte)cycle, (byte)fine);
        (b[19], b[24], b[25], b[26]) = (13, 110, 110, 110);
        BinaryPrimitives.WriteUInt32BigEndian(b.AsSpan(325), serial);
        Encoding.ASCII.GetBytes(part.PadRight(20)).CopyTo(b, 329);
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(126), Binary.Crc16.Of(b.AsSpan(0, 126)));
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(254), Binary.Crc16.Of(b.AsSpan(128, 126)));
        return b;
    }

    public static byte[] Ddr3(int die, int width, int ranks, bool ecc, int cycle, string part)
    {
        var b = new byte[256];
        (b[0], b[1], b[2], b[3]) = (0x92, 0x13, 0x0B, 2);
        b[4] = (byte)die;
        b[5] = 0x21;
        b[7] = (byte)(ranks - 1 << 3 | width);
        b[8] = (byte)(ecc ? 0x0B : 3);
        (b[9], b[10], b[11], b[12]) = (0x52, 1, 8, (byte)cycle);
        (b[16], b[18], b[20]) = (110, 110, 110);
        Encoding.ASCII.GetBytes(part.PadRight(18)).CopyTo(b, 128);
        BinaryPrimitives.WriteUInt16LittleEndian(b.AsSpan(126), Binary.Crc16.Of(b.AsSpan(0, 117)));
        return b;
    }
}
