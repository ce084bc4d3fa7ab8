using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>What a drive does in a bay.</summary>
public enum Mating
{
    Works,

    /// <summary>The plug is keyed against it.</summary>
    WillNotMate,

    /// <summary>It goes in and stays silent.</summary>
    NoLink,
}

/// <summary>
/// Which drive runs in which bay, by the bay's wiring. A bay may have several; what runs in one of them runs. In U.3 the PCI Express lanes
/// use the pins of SAS and SATA, in U.2 they have their own: a U.2 drive does not run in a U.3 bay.
/// </summary>
public static class BayWiring
{
    private enum Wire
    {
        Sata,
        Sas,
        U2,
        U3,
        Usb,
    }

    private enum Kind
    {
        Sata,
        Sas,
        U2,
        U3,
        Usb,
    }

    // SFF-8639 and SFF-TA-1001 for U.2 and U.3; SAS-3 and SATA 3 for the keying of the plug.
    private static readonly Dictionary<(Kind, Wire), Mating> Table = new()
    {
        [(Kind.Sata, Wire.Sata)] = Mating.Works,
        [(Kind.Sata, Wire.Sas)] = Mating.Works,
        [(Kind.Sata, Wire.U2)] = Mating.NoLink,
        [(Kind.Sata, Wire.U3)] = Mating.Works,
        [(Kind.Sas, Wire.Sata)] = Mating.WillNotMate,
        [(Kind.Sas, Wire.Sas)] = Mating.Works,
        [(Kind.Sas, Wire.U2)] = Mating.NoLink,
        [(Kind.Sas, Wire.U3)] = Mating.Works,
        [(Kind.U2, Wire.Sata)] = Mating.WillNotMate,
        [(Kind.U2, Wire.Sas)] = Mating.WillNotMate,
        [(Kind.U2, Wire.U2)] = Mating.Works,
        [(Kind.U2, Wire.U3)] = Mating.NoLink,
        [(Kind.U3, Wire.Sata)] = Mating.WillNotMate,
        [(Kind.U3, Wire.Sas)] = Mating.NoLink,
        [(Kind.U3, Wire.U2)] = Mating.Works,
        [(Kind.U3, Wire.U3)] = Mating.Works,
        // A stick or card reader has a plug of its own.
        [(Kind.Usb, Wire.Usb)] = Mating.Works,
        [(Kind.Usb, Wire.Sata)] = Mating.WillNotMate,
        [(Kind.Usb, Wire.Sas)] = Mating.WillNotMate,
        [(Kind.Usb, Wire.U2)] = Mating.WillNotMate,
        [(Kind.Usb, Wire.U3)] = Mating.WillNotMate,
        [(Kind.Sata, Wire.Usb)] = Mating.WillNotMate,
        [(Kind.Sas, Wire.Usb)] = Mating.WillNotMate,
        [(Kind.U2, Wire.Usb)] = Mating.WillNotMate,
        [(Kind.U3, Wire.Usb)] = Mating.WillNotMate,
    };

    /// <param name="bus">The bay's wiring in the words of the sheet: "SAS, SATA", "tri-mode", "NVMe ×4", "SATA", "USB".</param>
    /// <returns>Null when the drive's protocol or the bay's wiring is not known.</returns>
    public static Mating? Of(string bus, DriveSheet drive)
    {
        var wires = Wires(bus);
        if (wires.Count == 0 || KindOf(drive) is not { } kind)
            return null;
        var all = wires.Select(w => Table[(kind, w)]).ToList();
        return all.Contains(Mating.Works) ? Mating.Works
            : all.Contains(Mating.NoLink) ? Mating.NoLink
            : Mating.WillNotMate;
    }

    /// <summary>PCI Express lanes of each bay, as its wiring tells: "NVMe ×4"; null when it does not.</summary>
    public static int? LanesOf(string bus) =>
        bus.IndexOf('×') is >= 0 and var at
        && int.TryParse(new string([.. bus.Skip(at + 1).TakeWhile(char.IsAsciiDigit)]), out var lanes)
        && lanes is 1 or 2 or 4 or 8 or 16
            ? lanes
            : null;

    private static HashSet<Wire> Wires(string bus)
    {
        var words = bus.ToUpperInvariant();
        var wires = new HashSet<Wire>();
        if (words.Contains("TRI-MODE", StringComparison.Ordinal) || words.Contains("U.3", StringComparison.Ordinal))
            wires.Add(Wire.U3);
        else if (
            words.Contains("NVME", StringComparison.Ordinal)
            || words.Contains("U.2", StringComparison.Ordinal)
            || words.Contains("PCIE", StringComparison.Ordinal)
        )
            wires.Add(Wire.U2);
        if (words.Contains("SAS", StringComparison.Ordinal))
            wires.Add(Wire.Sas);
        if (words.Contains("SATA", StringComparison.Ordinal))
            wires.Add(Wire.Sata);
        if (words.Contains("USB", StringComparison.Ordinal))
            wires.Add(Wire.Usb);
        return wires;
    }

    private static Kind? KindOf(DriveSheet drive) =>
        drive.Protocol switch
        {
            DriveProtocol.Sata => Kind.Sata,
            DriveProtocol.Sas => Kind.Sas,
            // An M.2 module in an adapter has lanes of its own, as U.2 has.
            DriveProtocol.Nvme => drive.Form == "u.3" ? Kind.U3 : Kind.U2,
            DriveProtocol.Usb => Kind.Usb,
            _ => null,
        };

    /// <summary>Rates that a drive speaks, Gb/s: its own and two older ones (SATA 3, SAS-3, SAS-4).</summary>
    public static IReadOnlyList<double> Rates(DriveSheet drive) =>
        (drive.Protocol, drive.LinkGbs) switch
        {
            (DriveProtocol.Sata, { } most) => [.. new[] { 6, 3, 1.5 }.Where(r => r <= most)],
            (DriveProtocol.Sas, { } most) => [.. new[] { 22.5, 12, 6, 3 }.Where(r => r <= most).Take(3)],
            _ => [],
        };

    // 8b/10b up to 12 Gb/s, 128b/150b at 22.5 (T10 SPL-4); 92 % of it carries data (common practice, no source).
    public const double Payload = 0.92;

    /// <summary>Data that a link carries.</summary>
    public static Throughput Carried(double gigabits) => Payload * OnPaper(gigabits);

    /// <summary>A serial link on paper: 8b/10b up to 12 Gb/s, 128b/150b at 22.5.</summary>
    public static Throughput OnPaper(double gigabits) => new(gigabits > 12 ? 2400 : gigabits * 100);
}
