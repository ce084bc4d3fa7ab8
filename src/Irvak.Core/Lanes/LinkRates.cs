using Irvak.Core.Quantities;

namespace Irvak.Core.Lanes;

/// <summary>Rates of the links between media and network, MB/s; kept as ratios and rounded at display.</summary>
public static class LinkRates
{
    public const int LastGen = 6;

    // Transfers per second of a lane, GT/s, and the share of them that carries bytes: 8b/10b, 128b/130b, 236 of 256 bytes of a flit
    // (PCI Express Base Specification).
    private static readonly (double GT, double Coding)[] Gens =
    [
        (2.5, 8.0 / 10),
        (5, 8.0 / 10),
        (8, 128.0 / 130),
        (16, 128.0 / 130),
        (32, 128.0 / 130),
        (64, 236.0 / 256),
    ];

    /// <summary>Framing, sequence, header and link check of a packet, bytes; a flit has no framing of its own (PCI Express Base
    /// Specification).</summary>
    private const int PacketBytes = 24,
        FlitPacketBytes = 16;

    /// <summary>Payloads that a device can be set to, bytes.</summary>
    public static readonly IReadOnlyList<int> Payloads = [128, 256, 512, 1024, 2048, 4096];

    /// <summary>Payload that a link of a generation usually agrees on, bytes: 128 for the first two, 256 from the third on. Common
    /// practice, no source; a capture's own wins.</summary>
    public static int UsualPayload(int gen) => Checked(gen) <= 2 ? 128 : 256;

    /// <summary>One lane on paper.</summary>
    /// <param name="gen">1 to 6.</param>
    /// <exception cref="ArgumentOutOfRangeException">Another generation.</exception>
    public static Throughput Lane(int gen) => Gens[Checked(gen) - 1] is var (gt, coding) ? Throughput.OfGigabits(gt * coding) : default;

    /// <summary>Share of it that carries data, with so many bytes in a packet.</summary>
    /// <param name="payload">Bytes, 1 or more.</param>
    public static double Payload(int gen, int payload)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(payload, 1);
        return payload / (double)(payload + (Checked(gen) == LastGen ? FlitPacketBytes : PacketBytes));
    }

    /// <summary>Data over so many lanes.</summary>
    /// <param name="lanes">0 or more.</param>
    /// <param name="payload">Bytes in a packet; null for what is usually agreed on.</param>
    public static Throughput Pcie(int gen, int lanes, int? payload = null)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(lanes);
        return lanes * Lane(gen) * Payload(gen, payload ?? UsualPayload(gen));
    }

    /// <summary>
    /// Conventional PCI, 32 bits at 33 MHz: on paper, and in use; shared by every card of the bus. In use: common practice, no source.
    /// </summary>
    public static readonly Throughput Pci = new(133),
        PciInUse = new(100);

    // Bytes around the data of a frame: 14 header, 4 check, 8 preamble, 12 gap; of it 20 and 20 are headers of the network and the stream
    // (IEEE 802.3, RFC 791, RFC 9293).
    private const int FrameBytes = 38,
        HeaderBytes = 40,
        StampBytes = 12;

    /// <summary>Share of an Ethernet line that carries a stream's data.</summary>
    /// <param name="mtu">Largest packet, bytes: 1500, or 9000 for large frames.</param>
    /// <param name="stamps">True with time stamps in every packet, as most systems send them.</param>
    public static double EthernetShare(int mtu = 1500, bool stamps = true)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(mtu, 576);
        return (mtu - HeaderBytes - (stamps ? StampBytes : 0)) / (double)(mtu + FrameBytes);
    }

    /// <summary>Data over a line.</summary>
    /// <param name="gigabits">Rate of the line, Gb/s.</param>
    public static Throughput Ethernet(double gigabits, int mtu = 1500, bool stamps = true) =>
        Throughput.OfGigabits(gigabits) * EthernetShare(mtu, stamps);

    private static int Checked(int gen) =>
        gen is >= 1 and <= LastGen
            ? gen
            : throw new ArgumentOutOfRangeException(nameof(gen), gen, "A generation of PCI Express is 1 to 6.");
}
