using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <param name="Channels">How many channels this share of memory spans.</param>
/// <param name="MiB">How much memory.</param>
public sealed record InterleaveBand(int Channels, long MiB);

/// <summary>How much of one socket's memory runs on how many channels, and the bandwidth that results.</summary>
public sealed record SocketInterleave(string Socket, IReadOnlyList<InterleaveBand> Bands, Throughput? BandwidthMBs);

/// <summary>Interleave: walk the channel capacities from the bottom; each layer spans the channels that still have memory.</summary>
public static class Interleave
{
    public static readonly Rule Empty = new(
        "MEM-CHANNEL",
        Family.Memory,
        Severity.Care,
        "{socket} leaves {empty} of {all} channels empty: at most {share} of its bandwidth.",
        "Every channel brings its own 8 bytes a transfer; an empty one brings none.",
        "bandwidth = channels × MT/s × 8 bytes (JEDEC module width)",
        Basis.Standard
    );

    public static readonly Rule Uneven = new(
        "MEM-UNEVEN",
        Family.Memory,
        Severity.Note,
        "{share} of the memory on {socket} runs on fewer channels than it could.",
        "Where one channel holds more than its neighbours, the surplus is not spread over them.",
        "common practice, no source",
        Basis.Practice
    );

    /// <summary>Empty when the channels are not known.</summary>
    public static IReadOnlyList<SocketInterleave> Of(MemoryInput q, Build build, RateResult rate)
    {
        if (!q.Sheet.Memory.ChannelsKnown)
            return [];
        var sockets = new List<SocketInterleave>();
        foreach (var socket in q.Sheet.Sockets.Where(s => build.HasProcessor(s.Id)))
        {
            var capacities = q
                .Sheet.Channels.Where(c => c.Socket == socket.Id)
                .Select(c => c.Slots.Sum(s => (long)(build.ModuleAt(s)?.CapacityMiB ?? 0)))
                .Where(c => c > 0)
                .Order()
                .ToList();
            var bands = Bands(capacities, q.Sheet.Memory.InterleaveWays);
            sockets.Add(new SocketInterleave(socket.Id, bands, Bandwidth(bands, rate)));
        }
        return sockets;
    }

    /// <param name="capacities">MiB of every filled channel, smallest first.</param>
    /// <param name="ways">Numbers of channels that the controller spreads over; null for any. A layer over three channels with a controller
    /// of 1, 2 and 4 ways is one of two and one of one.</param>
    public static IReadOnlyList<InterleaveBand> Bands(IReadOnlyList<long> capacities, IReadOnlyList<int>? ways = null)
    {
        var bands = new SortedDictionary<int, long>(Comparer<int>.Create((a, b) => b.CompareTo(a)));
        long floor = 0;
        for (var i = 0; i < capacities.Count; i++)
        {
            var height = capacities[i] - floor;
            floor = capacities[i];
            for (var left = capacities.Count - i; height > 0 && left > 0; )
            {
                var wide = ways is null ? left : ways.Where(w => w <= left && w > 0).DefaultIfEmpty(1).Max();
                bands[wide] = bands.GetValueOrDefault(wide) + (height * wide);
                left -= wide;
            }
        }
        return [.. bands.Select(b => new InterleaveBand(b.Key, b.Value))];
    }

    /// <summary>Capacity-weighted harmonic mean of the bands' bandwidths, MB/s; null without memory or a known rate.</summary>
    public static Throughput? Bandwidth(IReadOnlyList<InterleaveBand> bands, RateResult rate)
    {
        if (rate.RateMTs is not { } mts || bands.Count == 0)
            return null;
        var perChannel = new TransferRate(mts).OverAModule.MegabytesPerSecond;
        double total = bands.Sum(b => b.MiB),
            time = bands.Sum(b => b.MiB / (b.Channels * perChannel));
        return new(total / time);
    }

    public static IEnumerable<Finding> Judge(MemoryInput q, Build build, IReadOnlyList<SocketInterleave> sockets)
    {
        foreach (var socket in sockets)
        {
            var channels = q.Sheet.Channels.Where(c => c.Socket == socket.Socket).ToList();
            var empty = channels.Where(c => c.Slots.All(s => build.ModuleAt(s) is null)).ToList();
            Place[] places = [.. empty.Select(c => Place.Slot(c.Slots[0]))];
            var name = Say.Place(Place.Socket(socket.Socket));
            if (empty.Count > 0 && empty.Count < channels.Count)
                yield return Finding.Of(
                    Empty,
                    places,
                    EmptySum(channels.Count, empty.Count),
                    ("socket", name),
                    ("empty", empty.Count),
                    ("all", channels.Count),
                    ("share", $"{100.0 * (channels.Count - empty.Count) / channels.Count:0} %")
                );
            else if (empty.Count == 0 && socket.Bands.Count > 1)
            {
                var total = socket.Bands.Sum(b => b.MiB);
                var fewer = socket.Bands.Skip(1).Sum(b => b.MiB);
                yield return Finding.Of(
                    Uneven,
                    [Place.Socket(socket.Socket)],
                    BandSum(socket),
                    ("share", $"{100.0 * fewer / total:0} %"),
                    ("socket", name)
                );
            }
        }
    }

    private static Worked EmptySum(int all, int empty) =>
        Worked.Sum(
            "bandwidth = channels × MT/s × 8 bytes",
            new($"{all - empty} ÷ {all}", $"{100.0 * (all - empty) / all:0} %", true),
            new("channels of the socket", $"{all}"),
            new("with a module", $"{all - empty}")
        );

    private static Worked BandSum(SocketInterleave socket) =>
        new(
            [.. socket.Bands.Select(b => new WorkedLine($"on {b.Channels} channels", ByteCount.FromMiB(b.MiB).ToString()))],
            new WorkedLine("harmonic mean, weighted by size", socket.BandwidthMBs is { } b ? b.ToString() : "rate not known", true),
            "layers of equal height over the channels that reach them"
        );
}
