using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Processors;

/// <summary>Where the picture comes from before and after a processor swap.</summary>
public static class Screens
{
    public static readonly Rule Dark = new(
        "CPU-SCREEN",
        Family.Processor,
        Severity.Care,
        "With {processor} {outlets} stay dark, and nothing else in the plan gives a picture.",
        "These outlets are driven by the processor; this one has no graphics. "
            + "Without a card, or a management page, nobody sees the set-up.",
        "processor's sheet; machine sheet, sockets at the rear",
        Basis.Sheet
    );

    public static readonly Rule Elsewhere = new(
        "CPU-OUTLETS",
        Family.Processor,
        Severity.Note,
        "With {processor} {outlets} stay dark; the screen goes on {where}.",
        "A screen left on a dead outlet looks like a machine that does not start.",
        "processor's sheet; machine sheet, sockets at the rear",
        Basis.Sheet
    );

    public static readonly Rule Wakes = new(
        "CPU-GRAPHICS",
        Family.Processor,
        Severity.Note,
        "{processor} has graphics: {outlets} work, and the picture takes a share of memory.",
        "Graphics in the processor have no memory of their own; the firmware holds some back for them.",
        "processor's sheet",
        Basis.Sheet
    );

    internal static IEnumerable<Finding> Judge(PlanInput q, Place place, ProcessorSheet part, ProcessorSheet before)
    {
        Place[] places = [place];
        if (before.Graphics == false && part.Graphics == true)
            yield return Finding.Of(Wakes, places, null, ("processor", part.Name), ("outlets", Outlets(q.Sheet)));
        if (!Loses(q, place, part, before))
            yield break;
        yield return Where(q) is { } where
            ? Finding.Of(
                Elsewhere,
                places,
                null,
                ("processor", part.Name),
                ("outlets", Outlets(q.Sheet)),
                ("where", where.Card is { } card ? $"the card in {Say.Place(card)}" : where.Outlet)
            )
            : Finding.Of(Dark, places, null, ("processor", part.Name), ("outlets", Outlets(q.Sheet)));
    }

    /// <summary>Where the screen goes after a swap that leaves its old outlet dark; null when it stays where it is, or nothing gives a
    /// picture.</summary>
    internal static string? Goes(PlanInput q) =>
        q.Changes.Any(c => c is { In.Processor: { } part, Out.Processor: { } before } && Loses(q, c.Place, part, before))
        && Where(q) is { } where
            ? where.Card is { } card
                ? $"the card in {card.Name}"
                : where.Outlet
            : null;

    private static bool Loses(PlanInput q, Place place, ProcessorSheet part, ProcessorSheet before) =>
        before.Graphics == true
        && part.Graphics == false
        && !q.Planned.Units.Any(u => u.Key != place && u.Value.Processor?.Graphics == true);

    /// <summary>What gives a picture without the processor's graphics: a card in the plan, else a chip of the board; null when nothing
    /// does.</summary>
    private static (Place? Card, string Outlet)? Where(PlanInput q)
    {
        if (q.Planned.Units.FirstOrDefault(u => u.Value.Card?.Role == CardRole.Graphics) is { Key: { } card })
            return (card, "");
        return q.Sheet.Ports.FirstOrDefault(p => p.Screen == ScreenSource.Board) is { } port
            ? (null, $"the “{port.What}” outlet, which the board drives")
            : null;
    }

    private static string Outlets(MachineSheet sheet)
    {
        var fed = sheet
            .Ports.Where(p => p.Screen == ScreenSource.Processor)
            .Select(p => p.N == 1 ? $"the “{p.What}” outlet" : $"the {p.N} “{p.What}” outlets")
            .ToList();
        return fed.Count == 0 ? "the outlets that it drives" : Say.Words(fed);
    }
}
