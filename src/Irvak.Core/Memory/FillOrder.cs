using Irvak.Core.Builds;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>The order in which slots are filled: the board's own where its sheet has one, else the general one.</summary>
public static class FillOrder
{
    public static readonly Rule Skipped = new("MEM-FILL", Severity.Care,
        "{place} is filled before {first}, the first slot of channel {channel}.",
        "The first slot of a channel ends its lines; a module behind an empty first slot often does not train, or trains slower.",
        "common practice, no source", Basis.Practice);

    /// <summary>
    /// Slot names in the order they are filled. General order (common practice, no source): first slots of every channel,
    /// channels with fewer slots first, processors taking turns; then second slots, and so on.
    /// </summary>
    /// <returns>Empty when the channels are not known.</returns>
    public static IReadOnlyList<string> Of(MachineSheet sheet) =>
        !sheet.Memory.ChannelsKnown ? [] : sheet.Memory.FillOrder ?? General(sheet);

    public static IReadOnlyList<string> General(MachineSheet sheet)
    {
        var perSocket = sheet.Sockets
            .Select(s => sheet.Channels.Where(c => c.Socket == s.Id).OrderBy(c => c.Slots.Count).ToList())
            .Where(channels => channels.Count > 0).ToList();
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
        foreach (var slot in Of(sheet))
            if (build.ModuleAt(slot) is null && build.HasProcessor(SocketOf(sheet, slot)))
                return slot;
        return null;
    }

    public static string SocketOf(MachineSheet sheet, string slot) => sheet.Channels.First(c => c.Slots.Contains(slot)).Socket;

    public static IEnumerable<Finding> Judge(Question q, Build build)
    {
        if (!q.Sheet.Memory.ChannelsKnown) yield break;
        foreach (var channel in q.Sheet.Channels)
            for (var i = 1; i < channel.Slots.Count; i++)
            {
                if (build.ModuleAt(channel.Slots[i]) is null || build.ModuleAt(channel.Slots[i - 1]) is not null) continue;
                yield return Finding.Of(Skipped, [PlaceName.Slot(channel.Slots[i])],
                    Worked.Sum("common practice, no source", new("filled before its turn", channel.Slots[i], true),
                        new($"order in channel {channel.Id}", string.Join(' ', channel.Slots)), new("empty before it", channel.Slots[i - 1])),
                    ("place", Say.Slot(channel.Slots[i])), ("first", Say.Slot(channel.Slots[i - 1])), ("channel", channel.Id));
                break;
            }
    }
}
