using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Quick;

/// <summary>What modules clock at on a board of which only a few figures are known; no sheet is needed for it.</summary>
public static class QuickClock
{
    public const int MostPerChannel = 4;

    /// <summary>Each kind of module in a channel of its own, filled with so many of it.</summary>
    /// <param name="perChannel">Modules in each channel, 1 to <see cref="MostPerChannel"/>.</param>
    /// <param name="processorMTs">The processor's limit; null when not known.</param>
    /// <param name="boardMTs">What the board gives with so many in a channel; null when not known.</param>
    public static JobState Of(IReadOnlyList<ModuleSheet> modules, int perChannel, int? processorMTs, int? boardMTs)
    {
        const string socket = "Processor";
        var kinds = modules.Distinct().ToList();
        var channels = kinds
            .Select((_, i) => new Channel($"{i + 1}", socket, [.. Enumerable.Range(1, perChannel).Select(n => $"{i + 1}.{n}")]))
            .ToList();
        var sheet = new MachineSheet
        {
            Id = "quick",
            Name = "a board",
            Sockets = [new(socket)],
            Channels = channels,
            Memory = new MemoryBoard
            {
                Generation = kinds.Count > 0 ? kinds[0].Generation : null,
                Rates = boardMTs is { } mts ? [new(null, null, perChannel, mts)] : null,
            },
        };
        var units = channels.SelectMany(
            (c, i) =>
                c.Slots.Select(s => KeyValuePair.Create(Place.Slot(s), new PlannedPlace(new Unit { Module = kinds[i], Source = "label" })))
        );
        return JobState.Start with
        {
            Sheet = sheet,
            Found = Build.Empty.Units.Add(
                Place.Socket(socket),
                new Unit
                {
                    Processor = new ProcessorSheet { Name = "processor", MemoryRateMTs = processorMTs },
                    Source = "assumed",
                }
            ),
            Plan = JobState.Start.Plan.SetItems(units),
        };
    }

    /// <summary>Why modules can't work together on any board; null when nothing speaks against it.</summary>
    public static string? Against(IReadOnlyList<ModuleSheet> modules)
    {
        var generations = modules.Select(m => m.Generation).OfType<MemoryGeneration>().Distinct().Order().ToList();
        if (generations.Count > 1)
            return $"{Say.Words([.. generations.Select(g => g.Name())])} never share a board: the notch sits elsewhere in each.";
        var families = modules
            .Select(m => m.Type)
            .OfType<ModuleType>()
            .GroupBy(t => t.Family())
            .OrderBy(g => g.Key)
            .Select(g => g.First().Name())
            .ToList();
        return families.Count > 1 ? $"Modules that are {Say.Words(families)} never run together: the machine does not start." : null;
    }
}
