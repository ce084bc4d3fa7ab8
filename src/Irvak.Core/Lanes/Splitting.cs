using System.Text.Json.Serialization;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>A link that a slot opens for a device.</summary>
/// <param name="First">Number of its first lane, from 0.</param>
/// <param name="Width">Lanes, 0 when nothing is opened there.</param>
public readonly record struct OpenedLink(int First, int Width)
{
    [JsonIgnore]
    public bool IsSeen => Width > 0;
}

/// <summary>A link as it runs.</summary>
/// <param name="Gen">0 when no end's is known.</param>
/// <param name="MBs">Data that it carries with packets of 128 bytes, MB/s; 0 without a generation.</param>
public readonly record struct TrainedLink(int Width, int Gen, Throughput MBs);

/// <summary>Which devices a divided slot opens links for.</summary>
public static class Splitting
{
    public static string Words(IReadOnlyList<int> widths) =>
        widths.Count == 0 ? "undivided" : string.Join(' ', widths.Select(w => "×" + w));

    // Widths at which links train; both ends must support one (PCI Express Base Specification).
    private static readonly int[] Widths = [16, 8, 4, 2, 1];

    /// <summary>Width at which a link of so many lanes trains with a device that wants so many; 0 with none.</summary>
    public static int Trains(int lanes, int wants) => Widths.FirstOrDefault(w => w <= Math.Min(lanes, wants));

    /// <summary>The link between a place and a device: the least of both ends, where they are known.</summary>
    /// <param name="wants">Lanes of the device; null when not known.</param>
    public static TrainedLink Link(int lanes, int? placeGen, int? wants, int? deviceGen)
    {
        var width = Trains(lanes, wants ?? lanes);
        var gen =
            width == 0 ? 0
            : Math.Min(placeGen ?? int.MaxValue, deviceGen ?? int.MaxValue) is var least && least == int.MaxValue ? 0
            : least;
        return new(width, gen, gen > 0 ? LinkRates.Pcie(gen, width) : Throughput.None);
    }

    /// <summary>Lanes of a card's own link: those that it uses, else those of its edge; null when neither is known.</summary>
    public static int? LanesOf(CardSheet card) =>
        card.Elec is > 0 ? card.Elec
        : card.Mech is > 0 ? card.Mech
        : null;

    /// <summary>
    /// The links of a card that has no switch: the device that begins on the first lane of a part is opened, as wide as both allow; what
    /// begins in the middle of a part is never seen.
    /// </summary>
    /// <param name="lanes">Lanes that the slot has.</param>
    /// <param name="split">Parts in order; empty for an undivided slot.</param>
    /// <param name="endpoints">Widths of the devices, in order.</param>
    /// <param name="pitch">Lanes from one device's first lane to the next one's; null when they follow one another.</param>
    public static IReadOnlyList<OpenedLink> Open(int lanes, IReadOnlyList<int> split, IReadOnlyList<int> endpoints, int? pitch = null)
    {
        var parts = split.Count == 0 ? [lanes] : split;
        var links = new List<OpenedLink>(endpoints.Count);
        var at = 0;
        for (var i = 0; i < endpoints.Count; i++)
        {
            var first = pitch is { } p ? i * p : at;
            at += endpoints[i];
            var begin = 0;
            var width = 0;
            foreach (var part in parts)
            {
                if (begin == first && begin < lanes)
                {
                    width = Trains(Math.Min(part, lanes - begin), endpoints[i]);
                    break;
                }
                begin += part;
            }
            links.Add(new(first, width));
        }
        return links;
    }

    /// <summary>The setting that opens the most devices, then the most lanes, then divides least; empty for leaving it whole.</summary>
    public static IReadOnlyList<int> Best(
        int lanes,
        IReadOnlyList<IReadOnlyList<int>> offered,
        IReadOnlyList<int> endpoints,
        int? pitch = null
    ) =>
        offered
            .Prepend([])
            .Select(s => (Split: s, Links: Open(lanes, s, endpoints, pitch)))
            .OrderByDescending(x => x.Links.Count(l => l.IsSeen))
            .ThenByDescending(x => x.Links.Sum(l => l.Width))
            .ThenBy(x => x.Split.Count)
            .First()
            .Split;
}
