using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>The order in which slots are filled: the board's own where its sheet has one, else the general one.</summary>
public static class FillOrder
{
    public static readonly Rule Skipped = new(
        "MEM-FILL",
        Family.Memory,
        Severity.Care,
        "{place} {is|are} filled before {first}, the first {slot of channel|slots of channels} {channel}.",
        "The first slot of a channel ends its lines; a module behind an empty first slot often does not train, or trains slower.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule OrderUnknown = new(
        "MEM-FILL-ASK",
        Family.Memory,
        Severity.Care,
        "Which slot of {channel|the channels} {channel} comes first is not known: only {place} would be filled, not {first}.",
        "Many boards fill the slot farther from the processor first; the print on the board or its sheet tells, a name does not.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule OffTable = new(
        "MEM-TABLE",
        Family.Memory,
        Severity.Care,
        "The board's own order fills {first} before {place}.",
        "The maker's population table says which slots its firmware trains; it overrides the general order.",
        "machine sheet, population order",
        Basis.Sheet
    );

    public static readonly Rule RanksFirst = new(
        "MEM-FIRST",
        Family.Memory,
        Severity.Note,
        "{place} {holds the module|hold the modules} with more ranks; in "
            + "{first} {it|they} would stand first in {channel|channels} {channel}.",
        "The module with more ranks, then the larger one, belongs where the channel's lines end.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule WithoutOwn = new(
        "MEM-OWN",
        Family.Memory,
        Severity.Care,
        "{socket} has no memory of its own: all of it is fetched from the other processor.",
        "Each processor reaches its own channels at once and the others' over the link between them.",
        "common practice, no source",
        Basis.Practice
    );

    /// <summary>
    /// Slot names in the order they are filled. General order (common practice, no source): first slots of every channel,
    /// channels with fewer slots first, processors taking turns; then second slots, and so on.
    /// </summary>
    /// <returns>Empty when the channels are not known.</returns>
    public static IReadOnlyList<string> Of(MachineSheet sheet) =>
        !sheet.Memory.ChannelsKnown ? [] : sheet.Memory.FillOrder ?? General(sheet);

    public static IReadOnlyList<string> General(MachineSheet sheet)
    {
        var perSocket = sheet
            .Sockets.Select(s => sheet.Channels.Where(c => c.Socket == s.Id).OrderBy(c => c.Slots.Count).ToList())
            .Where(channels => channels.Count > 0)
            .ToList();
        var order = new List<string>();
        var levels = sheet.Channels.Select(c => c.Slots.Count).DefaultIfEmpty(0).Max();
        for (var level = 0; level < levels; level++)
        {
            var rows = perSocket.Select(channels => channels.Where(c => c.Slots.Count > level).ToList()).ToList();
            for (var i = 0; i < rows.Select(r => r.Count).DefaultIfEmpty(0).Max(); i++)
                foreach (var row in rows)
                    if (i < row.Count)
                        order.Add(row[i].Slots[level]);
        }
        return order;
    }

    /// <summary>The next usable empty slot in fill order; null when none is left or the order is not known.</summary>
    public static string? NextFree(MachineSheet sheet, Build build)
    {
        foreach (var slot in Usable(Of(sheet), sheet, build))
            if (build.ModuleAt(slot) is null)
                return slot;
        return null;
    }

    /// <summary>Of an order, the slots whose processor is there.</summary>
    public static IEnumerable<string> Usable(IEnumerable<string> order, MachineSheet sheet, Build build) =>
        order.Where(s => build.HasProcessor(SocketOf(sheet, s)));

    public static string SocketOf(MachineSheet sheet, string slot) => sheet.Channels.First(c => c.Slots.Contains(slot)).Socket;

    public static IEnumerable<Finding> Judge(MemoryInput q, Build build)
    {
        if (!q.Sheet.Memory.ChannelsKnown)
            yield break;
        if (JudgeTable(q.Sheet, build) is { } table)
            yield return table;
        foreach (var finding in JudgeSockets(q.Sheet, build))
            yield return finding;
        var guessed = q.Sheet.Draft && q.Sheet.Memory.FillOrder is null;
        foreach (var channel in q.Sheet.Channels)
            if (JudgeRanks(channel, build) is { } ranks)
                yield return ranks;
        foreach (var channel in q.Sheet.Channels)
            for (var i = 1; i < channel.Slots.Count; i++)
            {
                if (build.ModuleAt(channel.Slots[i]) is null || build.ModuleAt(channel.Slots[i - 1]) is not null)
                    continue;
                // A draft tells which slots share a channel, not which of them comes first: what runs as found runs.
                if (guessed)
                {
                    if (q.Changed.Contains(Place.Slot(channel.Slots[i])) || q.Changed.Contains(Place.Slot(channel.Slots[i - 1])))
                        yield return Finding.Of(
                            OrderUnknown,
                            [Place.Slot(channel.Slots[i])],
                            null,
                            ("place", Stated.At(Place.Slot(channel.Slots[i]))),
                            ("first", Stated.At(Place.Slot(channel.Slots[i - 1]))),
                            ("channel", channel.Id)
                        );
                    break;
                }
                yield return Finding.Of(
                    Skipped,
                    [Place.Slot(channel.Slots[i])],
                    Worked.Sum(
                        "common practice, no source",
                        new("filled before its turn", channel.Slots[i], true),
                        new($"order in channel {channel.Id}", string.Join(' ', channel.Slots)),
                        new("empty before it", channel.Slots[i - 1])
                    ),
                    ("place", Stated.At(Place.Slot(channel.Slots[i]))),
                    ("first", Stated.At(Place.Slot(channel.Slots[i - 1]))),
                    ("channel", channel.Id)
                );
                break;
            }
    }

    /// <summary>The filled slots are to be the first ones of the board's own table.</summary>
    /// <summary>A draft tells which slots share a channel, not which of them comes first, unless the machine ran with only one of them
    /// filled.</summary>
    public static bool IsAssumed(MemoryInput q, Channel channel) =>
        q.Sheet is { Draft: true, Memory: { FillOrder: null, ChannelsKnown: true } }
        && channel.Slots.Count > 1
        && !(q.Found.ModuleAt(channel.Slots[0]) is not null && channel.Slots.Skip(1).Any(s => q.FoundEmpty.Contains(Place.Slot(s))));

    private static Finding? JudgeTable(MachineSheet sheet, Build build)
    {
        if (sheet.Memory.FillOrder is not { } table)
            return null;
        var order = Usable(table, sheet, build).ToList();
        var last = order.FindLastIndex(s => build.ModuleAt(s) is not null);
        var gap = order.FindIndex(s => build.ModuleAt(s) is null);
        if (gap < 0 || gap > last)
            return null;
        return Finding.Of(
            OffTable,
            [Place.Slot(order[last])],
            Worked.Sum(
                OffTable.Source,
                new("filled before its turn", order[last], true),
                new("the board's order", string.Join(' ', order)),
                new("empty before it", order[gap])
            ),
            ("first", Stated.At(Place.Slot(order[gap]))),
            ("place", Stated.At(Place.Slot(order[last])))
        );
    }

    private static IEnumerable<Finding> JudgeSockets(MachineSheet sheet, Build build)
    {
        var sockets = sheet.Sockets.Where(s => build.HasProcessor(s.Id)).ToList();
        if (sockets.Count < 2)
            yield break;
        bool Has(string socket) => sheet.Channels.Any(c => c.Socket == socket && c.Slots.Any(s => build.ModuleAt(s) is not null));
        if (!sockets.Any(s => Has(s.Id)))
            yield break;
        foreach (var socket in sockets.Where(s => !Has(s.Id)))
            yield return Finding.Of(WithoutOwn, [Place.Socket(socket.Id)], null, ("socket", Stated.At(Place.Socket(socket.Id))));
    }

    private static Finding? JudgeRanks(Channel channel, Build build)
    {
        for (var i = 1; i < channel.Slots.Count; i++)
            if (
                build.ModuleAt(channel.Slots[i - 1])?.Ranks is { } before
                && build.ModuleAt(channel.Slots[i])?.Ranks is { } here
                && here > before
            )
                return Finding.Of(
                    RanksFirst,
                    [Place.Slot(channel.Slots[i])],
                    null,
                    ("place", Stated.At(Place.Slot(channel.Slots[i]))),
                    ("first", Stated.At(Place.Slot(channel.Slots[i - 1]))),
                    ("channel", channel.Id)
                );
        return null;
    }
}
