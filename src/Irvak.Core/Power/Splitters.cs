namespace Irvak.Core.Power;

/// <summary>Splitters for drives that have no plug of the supply for themselves.</summary>
/// <param name="Count">Splitters of one plug into two.</param>
/// <param name="Drives">Drives that are plugged one by one.</param>
/// <param name="Plugs">Plugs of SATA power that the supply has.</param>
public sealed record Splitters(int Count, int Drives, int Plugs)
{
    /// <summary>Null where the plugs suffice, are not known, or would carry too much: then another supply is wanted, and no
    /// splitter.</summary>
    public static Splitters? Of(PowerInput q) =>
        q.Changes.Any(c => c.In?.Drive is not null)
        && PowerSheet.PlugsOf(q).FirstOrDefault(p => p.What == "SATA power") is { Has: > 0 and var has } plug
        && plug.Wants > has
        && !(plug.AmpEach > PowerSheet.PlugAmp)
            ? new(plug.Wants - has, plug.Wants, has)
            : null;
}
