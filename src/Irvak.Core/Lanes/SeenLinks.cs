using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>A link as a capture of the PCI bus shows it.</summary>
/// <param name="Width">Lanes that it runs with.</param>
/// <param name="CouldWidth">Lanes that both ends have.</param>
/// <param name="Payload">Configured payload, bytes; null when not told.</param>
/// <param name="Watt">Power limit of the slot, W; null when not told.</param>
public sealed record SeenLink(Place Place, int Width, int Gen, int CouldWidth, int CouldGen, int? Payload, int? Node, double? Watt)
{
    public required int Line { get; init; }

    public bool TrainedDown => Width < CouldWidth || Gen < CouldGen;

    /// <summary>The likeliest cause, by what is less than it could be. Common practice, no source.</summary>
    public string Cause =>
        (Width < CouldWidth, Gen < CouldGen) switch
        {
            (true, true) =>
                "Likeliest: not seated fully, or a riser or cable made for less; take it out, clean the contacts, press it home.",
            (true, false) => "Likeliest: not seated fully or dirty contacts; then a slot that is divided otherwise, or a bent contact.",
            (false, true) => "Likeliest: the slot’s rate is held down in the firmware, or a riser or cable is not "
                + "made for more; some cards also rest at an older rate while idle, look again under load.",
            _ => "",
        };
}

/// <summary>Links of the cards of a machine.</summary>
public static class SeenLinks
{
    /// <summary>Links by the captures of a job, the newest of each place; what is known to hold a slot back is no fault of its
    /// link.</summary>
    public static IReadOnlyList<SeenLink> Of(MachineState state, IReadOnlyDictionary<string, int> heldRates) =>
        state.Sheet is not { Slots.Count: > 0 } sheet
            ? []
            :
            [
                .. state
                    .Readings.Values.SelectMany(r => Of(sheet, r))
                    .GroupBy(l => l.Place)
                    .Select(g => g.Last())
                    .Select(l => heldRates.TryGetValue(l.Place.Name, out var held) ? l with { CouldGen = Math.Min(l.CouldGen, held) } : l),
            ];

    public static IReadOnlyList<SeenLink> Of(MachineSheet sheet, Observation seen)
    {
        if (seen.Pci.Count == 0)
            return [];
        var links = new List<SeenLink>();
        foreach (var match in CardMatch.Of(sheet, seen))
        {
            if (match.Card is not { WidthNow: > 0 and var width, GenNow: > 0 and var gen } card)
                continue;
            var slot = sheet.Slots.FirstOrDefault(s => Place.Card(s.Id) == match.Place);
            var port = PortOf(seen, card);
            int Could(int? mine, int? ports, int? slots) =>
                new[] { mine, ports, slots }.Where(v => v is > 0).Select(v => v!.Value).DefaultIfEmpty(0).Min();
            links.Add(
                new(
                    match.Place,
                    width,
                    gen,
                    Could(card.WidthMost, port?.WidthMost, slot?.Elec),
                    Could(card.GenMost, port?.GenMost, slot?.Gen),
                    card.PayloadBytes,
                    card.Node,
                    port?.SlotWatt
                )
                {
                    Line = match.Line,
                }
            );
        }
        return links;
    }

    private static SeenPci? PortOf(Observation seen, SeenPci card) =>
        Bus(card.Address) is { } bus
            ? seen.Pci.Where(p => p.IsBridge && p.BusFirst <= bus && p.BusLast >= bus).OrderBy(p => p.BusLast - p.BusFirst).FirstOrDefault()
            : null;

    private static int? Bus(string address) =>
        address.Length >= 7 && int.TryParse(address[^7..][..2], System.Globalization.NumberStyles.HexNumber, null, out var bus)
            ? bus
            : null;
}
