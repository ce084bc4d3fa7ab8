using Irvak.Core.Places;

namespace Irvak.Core.Power;

/// <summary>What one lead of the supply carries while the drives start, its plugs shared as evenly as it goes.</summary>
/// <param name="What">Kind of its plugs.</param>
/// <param name="Leads">Leads with such plugs.</param>
/// <param name="Amp">Most on one of them and one voltage, A.</param>
/// <param name="Rail">That voltage.</param>
/// <param name="Drives">Drives on that lead; of a cage its share, rounded up.</param>
public sealed record LeadLine(string What, int Leads, double Amp, string Rail, int Drives)
{
    /// <summary>What a lead carries without a second thought, and at most, A on one voltage: wire of 18 AWG in a bundle. Common
    /// practice, no source.</summary>
    public const double Fine = 8,
        Most = 10;

    /// <summary>The first of them, for the screen.</summary>
    public double CarriesAmp { get; } = Fine;
}

/// <summary>Leads of the supply, where the sheet tells how many there are.</summary>
internal static class LeadLoads
{
    /// <summary>One plug: that of a drive, or one of the plugs of a cage with its share of all that the cage holds.</summary>
    private sealed record Plugged(IReadOnlyList<PowerLine> Lines, int Of)
    {
        /// <summary>On 12 V and on 5 V at the start; groups that start one after another draw less together.</summary>
        public double Weight => Lines.Sum(l => Math.Max(l.SpinAmp12, l.SpinAmp5)) / Of;
    }

    private const string Sata = "SATA power";

    // However SATA power is worded, its plugs are one kind.
    private static string Kind(string what) => what.Contains("SATA", StringComparison.OrdinalIgnoreCase) ? Sata : what.ToLowerInvariant();

    /// <param name="lines">Draws of all that is built in.</param>
    public static IReadOnlyList<LeadLine> Of(PowerInput q, IReadOnlyList<PowerLine> lines)
    {
        // Where one supply does not tell, how many there are together is not known.
        var told = q
            .Sheet.Supplies.SelectMany(s => s.Connectors ?? [])
            .GroupBy(c => Kind(c.What))
            .Where(k => k.All(c => c.Leads is not null));
        return [.. told.Select(k => OfKind(q, k.First().What, k.Sum(c => c.Leads!.Value), [.. On(q, k.Key, lines)])).OfType<LeadLine>()];
    }

    /// <summary>The plugs of one kind that something hangs on.</summary>
    private static IEnumerable<Plugged> On(PowerInput q, string kind, IReadOnlyList<PowerLine> lines)
    {
        PowerLine? At(string bay) => lines.FirstOrDefault(l => l.Place == Place.Bay(bay) && l.SpinAmp12 + l.SpinAmp5 > 0);
        foreach (var bays in q.Sheet.Bays)
        {
            List<PowerLine> drives = [.. bays.Names.Select(At).OfType<PowerLine>()];
            if (drives.Count == 0)
                continue;
            var feeds = bays.Feed?.Where(f => Kind(f.What) == kind).Sum(f => f.Count) ?? 0;
            for (var i = 0; i < feeds; i++)
                yield return new(drives, bays.Feed!.Sum(f => f.Count));
            if (kind == Sata && PowerSheet.IsPluggedAlone(bays))
                foreach (var drive in drives)
                    yield return new([drive], 1);
        }
    }

    private static LeadLine? OfKind(PowerInput q, string what, int leads, List<Plugged> plugs)
    {
        if (plugs.Count == 0)
            return null;
        // The heaviest first, each onto the lead that carries least: as somebody spreads them who counts.
        var spread = Enumerable.Range(0, leads).Select(_ => new List<Plugged>()).ToList();
        foreach (var plug in plugs.OrderByDescending(p => p.Weight))
            spread.MinBy(l => l.Sum(p => p.Weight))!.Add(plug);
        return spread.Where(l => l.Count > 0).Select(l => OnOne(q, what, leads, l)).MaxBy(l => l.Amp);
    }

    private static LeadLine OnOne(PowerInput q, string what, int leads, List<Plugged> plugs)
    {
        List<PowerLine> alone = [.. plugs.Where(p => p.Of == 1 && p.Lines.Count == 1).SelectMany(p => p.Lines)];
        var shared = plugs.Where(p => p.Of != 1 || p.Lines.Count != 1).ToList();
        double Most(Func<StartPoint, double> watt) =>
            (alone.Count == 0 ? 0 : Peak(q, alone, watt)) + shared.Sum(p => Peak(q, p.Lines, watt) / p.Of);
        var (on12, on5) = (Most(p => p.Watt12) / 12, Most(p => p.Watt5) / 5);
        var drives = alone.Count + (int)Math.Ceiling(shared.Sum(p => p.Lines.Count / (double)p.Of));
        return on12 >= on5 ? new(what, leads, on12, "12 V", drives) : new(what, leads, on5, "5 V", drives);
    }

    private static double Peak(PowerInput q, IReadOnlyList<PowerLine> lines, Func<StartPoint, double> watt) =>
        PowerSheet.Curve(lines, q.Stagger.Drives, q.Stagger.Seconds).Max(watt);
}
