using Irvak.Core.Builds;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>One mode of the controller over one build.</summary>
/// <param name="Offered">Whether the board's sheet offers it; null when the sheet is silent.</param>
/// <param name="UsableMiB">What is left to use; null when a figure for it is missing.</param>
/// <param name="Demand">What the mode asks of the population.</param>
/// <param name="Unmet">Where the build does not meet it, in words; empty when it does.</param>
public sealed record ModeFigures(
    MemoryMode Mode,
    string Name,
    bool? Offered,
    long? UsableMiB,
    string Demand,
    IReadOnlyList<string> Unmet,
    Worked? Why
)
{
    public bool Works => Offered != false && Unmet.Count == 0;
}

/// <summary>How memory may be spent on safety: what each mode leaves, and what it asks of the population.</summary>
public static class Modes
{
    public static readonly Rule Unmet = new(
        "MEM-MODE",
        Family.Memory,
        Severity.Care,
        "{mode} does not come about: {unmet}. Firmware falls back to independent.",
        "A mode needs its population; firmware checks it at every start and says little when it is not met.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule NotOffered = new(
        "MEM-MODE-NONE",
        Family.Memory,
        Severity.Stop,
        "This board has no {mode} mode.",
        "The board's sheet lists the modes of its firmware.",
        "machine sheet, modes",
        Basis.Sheet
    );

    public static string Name(this MemoryMode mode) =>
        mode switch
        {
            MemoryMode.Mirrored => "mirrored",
            MemoryMode.RankSpare => "rank-spare",
            MemoryMode.Lockstep => "lockstep",
            _ => "independent",
        };

    public static IReadOnlyList<ModeFigures> Of(MemoryInput q, Build build) =>
        [.. Enum.GetValues<MemoryMode>().Select(m => Of(q, build, m))];

    public static ModeFigures Of(MemoryInput q, Build build, MemoryMode mode)
    {
        var installed = build.InstalledIn(q.Sheet);
        // Nothing seen is not nothing there.
        var blind = installed == 0 && !q.AllSlotsKnown(build);
        bool? offered = mode == MemoryMode.Independent ? true : q.Sheet.Memory.Modes?.Contains(mode);
        if (mode == MemoryMode.Independent)
            return new(mode, mode.Name(), offered, blind ? null : installed, "nothing", [], null);
        if (!q.Sheet.Memory.ChannelsKnown)
            return new(mode, mode.Name(), offered, null, Demand(mode), ["the channels are not known"], null);
        var filled = q.Sheet.Channels.Where(c => build.HasProcessor(c.Socket) && c.Slots.Any(s => build.ModuleAt(s) is not null)).ToList();
        if (filled.Count == 0)
        {
            string[] unmet = [blind ? "the modules are not known" : "no modules"];
            return new(mode, mode.Name(), offered, blind ? null : 0, Demand(mode), unmet, null);
        }
        return mode == MemoryMode.RankSpare ? Spare(build, filled, offered) : Paired(q, build, mode, offered);
    }

    private static string Demand(MemoryMode mode) =>
        mode switch
        {
            MemoryMode.RankSpare => "two ranks or more in every filled channel",
            MemoryMode.Mirrored => "channels filled alike, two by two",
            _ => "channels filled alike with equal chips, two by two",
        };

    /// <summary>Channels of a socket pair up in their order; a pair holds the same in the same slots.</summary>
    private static ModeFigures Paired(MemoryInput q, Build build, MemoryMode mode, bool? offered)
    {
        var unmet = new List<string>();
        foreach (var socket in q.Sheet.Sockets.Where(s => build.HasProcessor(s.Id)))
        {
            var channels = q.Sheet.Channels.Where(c => c.Socket == socket.Id).ToList();
            for (var i = 0; i < channels.Count; i += 2)
            {
                var a = channels[i];
                var b = i + 1 < channels.Count ? channels[i + 1] : null;
                if (!Alike(build, a, b))
                    unmet.Add(b is null ? $"channel {a.Id} has no partner" : $"channels {a.Id} and {b.Id} differ");
            }
        }
        var installed = build.InstalledMiB;
        var usable = mode == MemoryMode.Mirrored ? installed / 2 : installed;
        var why =
            mode != MemoryMode.Mirrored
                ? null
                : Worked.Sum(
                    "common practice, no source",
                    new("usable", ByteCount.FromMiB(usable).ToString(), true),
                    new("installed", ByteCount.FromMiB(installed).ToString()),
                    new("kept twice", "÷ 2")
                );
        return new(mode, mode.Name(), offered, usable, Demand(mode), unmet, why);
    }

    private static bool Alike(Build build, Channel a, Channel? b)
    {
        if (b is null)
            return a.Slots.All(s => build.ModuleAt(s) is null);
        for (var i = 0; i < Math.Max(a.Slots.Count, b.Slots.Count); i++)
        {
            var one = i < a.Slots.Count ? build.ModuleAt(a.Slots[i]) : null;
            var two = i < b.Slots.Count ? build.ModuleAt(b.Slots[i]) : null;
            if (
                one?.CapacityMiB != two?.CapacityMiB
                || one?.Ranks != two?.Ranks
                || one?.DeviceWidth != two?.DeviceWidth
                || one?.Type != two?.Type
            )
                return false;
        }
        return true;
    }

    private static ModeFigures Spare(Build build, List<Channel> filled, bool? offered)
    {
        var unmet = new List<string>();
        long? held = 0;
        var lines = new List<WorkedLine>();
        foreach (var channel in filled)
        {
            var modules = channel.Slots.Select(build.ModuleAt).OfType<ModuleSheet>().ToList();
            if (modules.Any(m => m.Ranks is null or 0 || m.CapacityMiB is null))
            {
                unmet.Add($"the ranks of channel {channel.Id} are not known");
                held = null;
                continue;
            }
            if (modules.Sum(m => m.Ranks!.Value) < 2)
                unmet.Add($"channel {channel.Id} has one rank");
            var largest = modules.Max(m => m.CapacityMiB!.Value / m.Ranks!.Value);
            held += largest;
            lines.Add(new($"largest rank of channel {channel.Id}", ByteCount.FromMiB(largest).ToString()));
        }
        var usable = build.InstalledMiB - held;
        return new(
            MemoryMode.RankSpare,
            MemoryMode.RankSpare.Name(),
            offered,
            usable,
            Demand(MemoryMode.RankSpare),
            unmet,
            usable is { } u
                ? new Worked(
                    [new("installed", ByteCount.FromMiB(build.InstalledMiB).ToString()), .. lines.Take(16)],
                    new WorkedLine("usable", ByteCount.FromMiB(u).ToString(), true),
                    "common practice, no source"
                )
                : null
        );
    }

    public static IEnumerable<Finding> Judge(MemoryInput q, IReadOnlyList<ModeFigures> modes)
    {
        if (q.Mode == MemoryMode.Independent)
            yield break;
        var chosen = modes.First(m => m.Mode == q.Mode);
        if (chosen.Offered == false)
            yield return Finding.Of(NotOffered, [], null, ("mode", chosen.Name));
        else if (chosen.Unmet.Count > 0)
            yield return Finding.Of(Unmet, [], null, ("mode", Say.Capital(chosen.Name)), ("unmet", Say.Words([.. chosen.Unmet.Take(3)])));
    }
}
