using System.Buffers.Binary;
using System.Text;

namespace Irvak.Captures.Tests;

/// <summary>Configuration spaces (PCI Local Bus and PCI Express base specifications) as hexadecimal, which the real lister reads
/// back.</summary>
internal sealed class PciDump
{
    private readonly StringBuilder _text = new();

    /// <param name="gen">Link generation, capability and present.</param>
    /// <param name="width">Link width, capability and present.</param>
    /// <param name="payload">Code of the control register's payload: 0 = 128 B, 1 = 256 B.</param>
    public PciDump Endpoint(string address, int classCode, (int Most, int Now) gen, (int Most, int Now) width, int payload)
    {
        var space = Space(classCode, 0);
        Express(space, 0, gen, width, payload, 0);
        return Add(address, space);
    }

    public PciDump RootPort(
        string address,
        (int First, int Last) buses,
        (int Most, int Now) gen,
        (int Most, int Now) width,
        int slot,
        int watt
    )
    {
        var space = Space(0x0604, 1);
        (space[0x19], space[0x1A]) = ((byte)buses.First, (byte)buses.Last);
        Express(space, 4, gen, width, 0, watt << 7 | slot << 19);
        return Add(address, space);
    }

    public byte[] Bytes => Encoding.ASCII.GetBytes(_text.ToString());

    private static byte[] Space(int classCode, byte header)
    {
        var space = new byte[256];
        // Numbers of no maker in the public list, so that no name is printed.
        (space[0], space[1], space[2], space[3]) = (0x16, 0x0B, 0x01, 0x00);
        space[6] = 0x10; // capabilities
        (space[0x0A], space[0x0B]) = ((byte)classCode, (byte)(classCode >> 8));
        space[0x0E] = header;
        space[0x34] = 0x40;
        return space;
    }

    private static void Express(byte[] space, int port, (int Most, int Now) gen, (int Most, int Now) width, int payload, int slot)
    {
        var at = space.AsSpan(0x40);
        at[0] = 0x10;
        BinaryPrimitives.WriteUInt16LittleEndian(at[2..], (ushort)(2 | port << 4 | (slot != 0 ? 0x100 : 0)));
        BinaryPrimitives.WriteUInt32LittleEndian(at[4..], 0x8002); // capability: 512 B
        BinaryPrimitives.WriteUInt16LittleEndian(at[8..], (ushort)(payload << 5));
        BinaryPrimitives.WriteUInt32LittleEndian(at[12..], (uint)(gen.Most | width.Most << 4));
        BinaryPrimitives.WriteUInt16LittleEndian(at[0x12..], (ushort)(gen.Now | width.Now << 4));
        BinaryPrimitives.WriteUInt32LittleEndian(at[0x14..], (uint)slot);
    }

    private PciDump Add(string address, byte[] space)
    {
        _text.Append($"{address} x\n");
        for (var row = 0; row < 256; row += 16)
            _text.Append($"{row:x2}: {string.Join(' ', space.Skip(row).Take(16).Select(b => b.ToString("x2")))}\n");
        _text.Append('\n');
        return this;
    }
}
