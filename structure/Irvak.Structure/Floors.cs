namespace Irvak.Structure;

/// <summary>A floor of the core with its folders, the lowest first. A folder uses folders that stand before it, and no other.</summary>
/// <param name="Name">What the floor is for, in a few words.</param>
public sealed record Floor(string Name, IReadOnlyList<Room> Rooms);

/// <param name="Folder">Folder below the core's; empty for the files at its top.</param>
/// <param name="Holds">What is found there.</param>
public sealed record Room(string Folder, string Holds);

/// <summary>The floors of the core, from the ground up.</summary>
public static class Floors
{
    public static readonly IReadOnlyList<Floor> All =
    [
        new(
            "Ground: what there is",
            [
                new("Quantities", "sizes, rates, money, sums"),
                new("Places", "kind and name of a place"),
                new("Contracts", "what may come in at all"),
                new("Sheets", "machines and parts as printed"),
                new("Observations", "what captures show"),
                new("Builds", "what sits where, and is known"),
                new("Edits", "one change; parts in places"),
                new("Verdicts", "rules, findings, ways out"),
                new("Evidence", "logged outcomes and the policy"),
                new("Aims", "wishes"),
                new("Inputs", "what every capability looks at"),
            ]
        ),
        new(
            "Capabilities: what follows for one kind of part",
            [
                new("Memory", "legality, rate, order, modes"),
                new("Processors", "sockets, lists, screens"),
                new("Drives", "fit, defaults, used grades"),
                new("Arrays", "space, survival, loss, rebuild"),
                new("Controllers", "what stands behind bays"),
                new("Lanes", "slots, splits, carriers, cards"),
                new("Caches", "hits, worth"),
                new("Lists", "parts on makers' lists"),
                new("Boot", "what the system starts from"),
                new("Wear", "how long flash lasts"),
                new("Paths", "what arrives at the user's end"),
                new("Power", "watts, start, air, pads"),
                new("Moving", "data to its new home, wiping"),
                new("Running", "what runs on it, and its memory"),
                new("Volumes", "what is kept where, until when"),
            ]
        ),
        new(
            "Across: what reads several of them",
            [
                new("Filling", "drives over several controllers"),
                new("Steps", "what is done, in order"),
                new("Shopping", "what is bought and taken along"),
                new("Distances", "how far it is to the aim"),
                new("Expectations", "what must be seen afterwards"),
                new("Survey", "what is asked, read and decided"),
                new("Shelf", "parts from labels and lists"),
            ]
        ),
        new(
            "Top: a job",
            [
                new("Plans", "state, history, clashes"),
                new("", "question, evaluation, rules"),
                new("Handover", "what the owner is told"),
                new("Quick", "sums outside any job"),
            ]
        ),
    ];

    /// <summary>Where a folder stands, counted from the ground.</summary>
    public static IReadOnlyDictionary<string, int> Order { get; } =
        All.SelectMany(f => f.Rooms).Select((r, i) => (r.Folder, i)).ToDictionary(x => x.Folder, x => x.i);
}
