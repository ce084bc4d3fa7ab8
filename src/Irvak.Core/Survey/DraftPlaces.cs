using Irvak.Core.Contracts;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>Bays, card slots and M.2 places of a draft, from a few answers. What is not answered stays unknown.</summary>
internal static class DraftPlaces
{
    // More of them are drawn up in the editor. Definition.
    private const int MostBays = 60,
        MostSlots = 16,
        MostM2 = 32,
        LongestFamily = 60,
        MostWatts = 2_000;

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
        if (answers.M2Lanes is not (null or 1 or 2 or 4))
            return ([], new("/m2Lanes", "An M.2 place has 1, 2 or 4 lanes; leave it empty where you don’t know."));
        if (answers is { M2Lanes: not null, M2Wired: "sata" })
            return ([], new("/m2Lanes", "A place that is wired for SATA alone has no lanes."));
        IReadOnlyList<string> protocols = answers.M2Wired == "both" ? ["sata", "nvme"] : [answers.M2Wired!];
        return (
            [
                .. Enumerable
                    .Range(1, count)
                    .Select(n => new M2Place(
                        $"M{n}",
                        [],
                        WiredWords(protocols, answers.M2Lanes),
                        Protocols: protocols,
                        Lanes: answers.M2Lanes
                    )),
            ],
            null
        );
    }

    private static string WiredWords(IReadOnlyList<string> protocols, int? lanes) =>
        string.Join(" or ", protocols) + (lanes is { } l ? $" ×{l}" : "");

    /// <summary>Sockets of these names, with what was told of them all.</summary>
    public static IReadOnlyList<Socket> Sockets(FiveAnswers answers, IReadOnlyList<string> names) =>
        [
            .. names.Select(n => new Socket(
                n,
                answers.Soldered == true,
                string.IsNullOrWhiteSpace(answers.SocketFamily) ? null : answers.SocketFamily.Trim(),
                answers.SocketWatts
            )),
        ];

    /// <summary>What can't be of the answers about processors.</summary>
    public static SheetProblem? SocketProblem(FiveAnswers answers) =>
        answers.SocketFamily?.Trim().Length > LongestFamily
            ? new("/socketFamily", $"The name of a socket’s family is at most {LongestFamily} characters long.")
        : answers.SocketWatts is not (null or (>= 1 and <= MostWatts)) ? new("/socketWatts", $"Board and cooler carry 1 to {MostWatts} W.")
        : (answers.SocketFamily ?? "").Trim().Length > 0 && string.IsNullOrWhiteSpace(answers.Channels)
            ? new("/channels", "Write the slots of each channel too: a processor drives them.")
        : null;

    private static int? Lanes(string word) =>
        word.TrimStart('x', '×') is "1" or "2" or "4" or "8" or "16" ? int.Parse(word.TrimStart('x', '×')) : null;
}
