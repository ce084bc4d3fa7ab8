using Irvak.Core.Aims;
using Irvak.Core.Places;

namespace Irvak.Core.Survey;

/// <summary>What is asked for the purposes of a job: what they wait for first, then what is worth knowing; the rest is left aside, and
/// stands ready all the same.</summary>
public static class AskedFor
{
    /// <summary>How a question about a place begins.</summary>
    public const string OfPlaces = "found.";

    // What a question is about, by the beginning of its path.
    private static readonly (string Prefix, Topic Topic)[] Topics =
    [
        ("memory.", Topic.Memory),
        ("channels", Topic.Memory),
        ("processor.", Topic.Processor),
        ("system.osKind", Topic.System),
        // How wide it is and where its edition ends matters to memory alone.
        ("system.os", Topic.Memory),
        ("system.", Topic.Machine),
        ("array.", Topic.Arrays),
        ("mode.", Topic.Arrays),
    ];

    /// <exception cref="InvalidOperationException">A question that no row names.</exception>
    public static Topic TopicOf(Unknown unknown) =>
        unknown.Path.StartsWith(OfPlaces, StringComparison.Ordinal)
            ? TopicOf(unknown.Place!.Kind)
            : Topics.First(t => unknown.Path.StartsWith(t.Prefix, StringComparison.Ordinal)).Topic;

    /// <summary>True for the path of something that can be asked: what sits in a place, or what a row names.</summary>
    public static bool IsQuestion(string path) =>
        path.StartsWith(OfPlaces, StringComparison.Ordinal)
            ? Place.Parse(path[OfPlaces.Length..]).Kind != PlaceKind.Other
            : Topics.Any(t => path.StartsWith(t.Prefix, StringComparison.Ordinal));

    public static Topic TopicOf(PlaceKind kind) =>
        kind switch
        {
            PlaceKind.Slot => Topic.Memory,
            PlaceKind.Socket => Topic.Processor,
            PlaceKind.Bay => Topic.Bays,
            PlaceKind.Card => Topic.Cards,
            PlaceKind.M2 => Topic.M2,
            _ => Topic.Machine,
        };

    /// <summary>True when a purpose waits for answers about a topic.</summary>
    public static bool Asks(Topic topic, IReadOnlyList<Purpose> purposes) =>
        purposes.Count == 0 || purposes.Any(p => PurposeTable.Of(p).Needs.Contains(topic));

    /// <param name="purposes">None where nobody said: everything is asked as it comes.</param>
    public static IReadOnlyList<Unknown> Of(IReadOnlyList<Unknown> unknowns, IReadOnlyList<Purpose> purposes)
    {
        if (PurposeTable.AreAll(purposes))
            return unknowns;
        var rows = purposes.Select(PurposeTable.Of).ToList();
        var (needs, worth) = (rows.SelectMany(r => r.Needs).ToHashSet(), rows.SelectMany(r => r.Worth).Append(Topic.Machine).ToHashSet());
        return
        [
            .. unknowns
                .Select(u =>
                    TopicOf(u) is var topic && needs.Contains(topic) ? u with { Optional = u.Optional && !IsFirst(topic) }
                    : worth.Contains(topic) ? u with { Optional = true }
                    : u with { Aside = true }
                )
                .OrderBy(u =>
                    u.Aside ? 2
                    : u.Optional ? 1
                    : 0
                ),
        ];
    }

    /// <summary>Places that hold nothing up in other jobs and that this one is about.</summary>
    private static bool IsFirst(Topic topic) => topic is Topic.Bays or Topic.Cards or Topic.M2;
}
