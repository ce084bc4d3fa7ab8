using Irvak.Core.Contracts;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>Bays, card slots and M.2 places of a draft, from a few answers. What is not answered stays unknown.</summary>
internal static class DraftPlaces
{
    // More of them are drawn up in the editor. Definition.
    private const int MostBays = 60,
        MostSlots = 16,
        MostM2 = 8;

    private static readonly string[] Forms = ["3.5", "2.5"],
        Buses = ["SATA", "SAS", "NVMe"],
        Heights = ["full", "low"],
        Wirings = ["sata", "nvme", "both"];

    public static (IReadOnlyList<BayGroup> Bays, SheetProblem? Problem) Bays(FiveAnswers answers)
    {
        if (answers.Bays is not { } count)
            return ([], null);
        if (count is < 1 or > MostBays)
            return ([], new("/bays", $"A machine has 1 to {MostBays} bays here; leave it empty for none."));
        if (!Forms.Contains(answers.BayForm))
            return ([], new("/bayForm", "Say how wide the drives are that the bays take: 3.5 or 2.5 inch."));
        if (answers.BayBus is { } bus && !Buses.Contains(bus))
            return ([], new("/bayBus", "Bays speak SATA, SAS or NVMe."));
        return (
            [
                new BayGroup(
                    "front",
                    answers.BayForm!,
                    "upright",
                    [.. Enumerable.Range(1, count).Select(n => $"{n}")],
                    Math.Min(count, 12),
                    answers.BayBus ?? "not known"
                ),
            ],
            null
        );
    }

    public static (IReadOnlyList<ExpansionSlot> Slots, SheetProblem? Problem) Slots(FiveAnswers answers)
    {
        var words = (answers.Slots ?? "").Split([' ', ','], StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0)
            return ([], null);
        if (words.Length > MostSlots)
            return ([], new("/slots", $"At most {MostSlots} card slots."));
        if (words.FirstOrDefault(w => Lanes(w) is null) is { } strange)
            return ([], new("/slots", $"“{strange}” is no number of lanes: a slot has 1, 2, 4, 8 or 16."));
        if (answers.SlotGen is not (>= 1 and <= 6))
            return ([], new("/slotGen", "Say the generation of the slots, 1 to 6: a rate without it is not known."));
        if (answers.SlotHeight is { } height && !Heights.Contains(height))
            return ([], new("/slotHeight", "A slot takes cards of full height, or low ones."));
        return (
            [
                .. words.Select(
                    (w, i) =>
                        new ExpansionSlot($"S{i + 1}", Lanes(w)!.Value, Lanes(w)!.Value, answers.SlotGen.Value)
                        {
                            Height = answers.SlotHeight,
                        }
                ),
            ],
            null
        );
    }

    public static (IReadOnlyList<M2Place> Places, SheetProblem? Problem) M2(FiveAnswers answers)
    {
        if (answers.M2 is not { } count)
            return ([], null);
        if (count is < 1 or > MostM2)
            return ([], new("/m2", $"A board has 1 to {MostM2} M.2 places here; leave it empty for none."));
        if (!Wirings.Contains(answers.M2Wired))
            return ([], new("/m2Wired", "Say how they are wired: sata, nvme or both; the board's manual tells."));
        IReadOnlyList<string> protocols = answers.M2Wired == "both" ? ["sata", "nvme"] : [answers.M2Wired!];
        return (
            [.. Enumerable.Range(1, count).Select(n => new M2Place($"M{n}", [], string.Join(" or ", protocols), Protocols: protocols))],
            null
        );
    }

    private static int? Lanes(string word) =>
        word.TrimStart('x', '×') is "1" or "2" or "4" or "8" or "16" ? int.Parse(word.TrimStart('x', '×')) : null;
}
