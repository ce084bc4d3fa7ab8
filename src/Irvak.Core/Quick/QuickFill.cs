using Irvak.Core.Memory;
using Irvak.Core.Plans;

namespace Irvak.Core.Quick;

/// <summary>So many modules alike on one socket.</summary>
/// <param name="Used">Channels with a module.</param>
/// <param name="Channels">Channels of the socket.</param>
/// <param name="Bands">How many of the modules run on how many channels; MiB stands for modules.</param>
/// <param name="Share">Of the bandwidth that all its channels would give, 0 to 1.</param>
public sealed record FillSocket(string Socket, int Used, int Channels, IReadOnlyList<InterleaveBand> Bands, double Share);

/// <summary>Which slots so many modules alike go into, and what that costs or not.</summary>
/// <param name="Slots">Filled ones, in the order of filling.</param>
/// <param name="Order">All usable slots in the board's order.</param>
/// <param name="GeneralOrder">The same in the general order.</param>
/// <param name="Even">Counts with which every usable channel holds the same.</param>
/// <param name="MostPerChannel">Modules in the fullest channel.</param>
/// <param name="TableLowMTs">Lowest rate of the board's table for so many in a channel; null without a row.</param>
public sealed record FillAnswer(
    IReadOnlyList<string> Slots,
    IReadOnlyList<string> Order,
    IReadOnlyList<string> GeneralOrder,
    IReadOnlyList<FillSocket> Sockets,
    IReadOnlyList<int> Even,
    int MostPerChannel,
    int? TableLowMTs,
    int? TableHighMTs
);

/// <summary>The order of filling for a number of modules alike; no label is needed for it.</summary>
public static class QuickFill
{
    /// <param name="count">Modules, 0 or more; those beyond the last slot are left out.</param>
    /// <exception cref="ArgumentException">The state has no machine sheet.</exception>
    public static FillAnswer Of(JobState state, int count)
    {
        var sheet = state.Sheet ?? throw new ArgumentException("No machine sheet.", nameof(state));
        var order = FillOrder.Usable(FillOrder.Of(sheet), sheet, state.AsFound).ToList();
        var filled = order.Take(Math.Max(0, count)).ToHashSet();
        var channels = sheet.Channels.Where(c => state.AsFound.HasProcessor(c.Socket)).ToList();
        var sockets = channels
            .GroupBy(c => c.Socket)
            .Select(s =>
            {
                var held = s.Select(c => (long)c.Slots.Count(filled.Contains)).Where(n => n > 0).Order().ToList();
                var bands = Interleave.Bands(held, sheet.Memory.InterleaveWays);
                return new FillSocket(
                    s.Key,
                    held.Count,
                    s.Count(),
                    bands,
                    bands.Count == 0 ? 0 : bands.Sum(b => b.MiB) / bands.Sum(b => (double)b.MiB / b.Channels) / s.Count()
                );
            })
            .ToList();
        var most = channels.Select(c => c.Slots.Count(filled.Contains)).DefaultIfEmpty(0).Max();
        var rates = sheet.Memory.Rates?.Where(r => r.PerChannel == most).Select(r => r.RateMTs).ToList() ?? [];
        var level = channels.Select(c => c.Slots.Count).DefaultIfEmpty(0).Min();
        return new FillAnswer(
            [.. order.Take(filled.Count)],
            order,
            [.. FillOrder.Usable(FillOrder.General(sheet), sheet, state.AsFound)],
            sockets,
            [.. Enumerable.Range(1, level).Select(n => n * channels.Count)],
            most,
            rates.Count > 0 ? rates.Min() : null,
            rates.Count > 0 ? rates.Max() : null
        );
    }
}
