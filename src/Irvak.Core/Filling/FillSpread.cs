using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Filling;

/// <summary>Bays of a block that get a drive.</summary>
internal sealed record FillPart(FillBlock Block, IReadOnlyList<string> Bays);

/// <summary>Which bays go to which controller; ends by their number.</summary>
internal sealed class FillSpread(IReadOnlyList<FillEnd> ends, DriveSheet drive)
{
    private readonly List<FillPart>[] _parts = [.. ends.Select(_ => new List<FillPart>())];
    private readonly string?[] _full = new string?[ends.Count];

    public IReadOnlyList<FillEnd> Ends => ends;

    /// <summary>Ports that the new drives take, by end.</summary>
    public int[] Ports { get; } = new int[ends.Count];

    /// <summary>Bays that hang on lanes, or behind which nobody knows a controller.</summary>
    public List<FillPart> Bare { get; } = [];

    public IReadOnlyList<FillPart> Of(int end) => _parts[end];

    public int Count(int end) => _parts[end].Sum(p => p.Bays.Count);

    public int Total => Enumerable.Range(0, ends.Count).Sum(Count);

    public IEnumerable<FillPart> All => _parts.SelectMany(p => p).Concat(Bare);

    /// <summary>Why an end takes no more; null when it has room.</summary>
    public string? Full(int end) => _full[end];

    public void Fill(int end, string why) => _full[end] ??= why;

    public void Add(int end, FillPart part, int ports)
    {
        _parts[end].Add(part);
        Ports[end] += ports;
    }

    /// <summary>What the slowest new drive behind each end gets when all read at once; null behind an end without any.</summary>
    /// <param name="more">One more part for an end, for trial.</param>
    public Throughput?[] Shares((int End, FillPart Part)? more = null)
    {
        IEnumerable<FillPart> Of(int end) => more is { } m && m.End == end ? _parts[end].Append(m.Part) : _parts[end];
        var share = FillFlow.Of(
            ends,
            [.. ends.Select((e, i) => Throughput.Sum(Of(i).Select(p => p.Bays.Count * e.Carried(p.Block.Group, drive))))]
        );
        return [.. ends.Select((e, i) => Of(i).Select(p => e.Carried(p.Block.Group, drive) * share[i]).Select(t => (Throughput?)t).Min())];
    }

    /// <summary>The slowest of all; null without any.</summary>
    public Throughput? Slowest((int End, FillPart Part)? more = null) => Shares(more).Min();

    /// <summary>The parts of a group in the order of its bays, ends one after the other: short ways for cables and eyes. A block in which
    /// drives sit stays where it is.</summary>
    public void InOrder(BayGroup group)
    {
        var mine = _parts
            .SelectMany((list, end) => list.Where(p => p.Block.Group == group && p.Block.Held == 0).Select(p => (End: end, Part: p)))
            .ToList();
        if (mine.Count < 2 || mine.Any(m => m.Part.Block.Free.Count != mine[0].Part.Block.Free.Count))
            return;
        // A part of a block stays the last one, and so does the end that has it.
        var last = mine.FirstOrDefault(m => m.Part.Bays.Count < m.Part.Block.Free.Count);
        var order = mine.Select(m => m.End).OrderBy(e => last.Part is not null && e == last.End).ThenBy(e => e).ToList();
        var names = group.Names.ToList();
        var parts = mine.Select(m => m.Part).OrderBy(p => p == last.Part).ThenBy(p => names.IndexOf(p.Bays[0])).ToList();
        foreach (var list in _parts)
            list.RemoveAll(parts.Contains);
        for (var i = 0; i < parts.Count; i++)
            _parts[order[i]].Add(parts[i]);
    }
}
