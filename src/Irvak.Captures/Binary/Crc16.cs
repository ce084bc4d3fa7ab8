namespace Irvak.Captures.Binary;

/// <summary>CRC-16 of memory modules: polynomial 0x1021, initial 0, no reflection (JEDEC 21-C annex K and L, JESD400-5).</summary>
public static class Crc16
{
    public static ushort Of(ReadOnlySpan<byte> bytes)
    {
        var crc = 0;
        foreach (var b in bytes)
        {
            crc ^= b << 8;
            for (var i = 0; i < 8; i++)
                crc = (crc & 0x8000) != 0 ? crc << 1 ^ 0x1021 : crc << 1;
        }
        return (ushort)crc;
    }
}
