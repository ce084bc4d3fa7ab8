using System.Collections.Frozen;
using Irvak.Core.Aims;
using Irvak.Core.Expectations;
using Irvak.Core.Places;
using Irvak.Core.Plans;

namespace Irvak.Core;

/// <summary>What a job is about: what its purposes wait for, what its plan touches, and what is wished. It decides what is shown first
/// and looked at; it changes no number.</summary>
public static class JobTopics
{
    private static readonly FrozenSet<Topic> All = Enum.GetValues<Topic>().ToFrozenSet();

    // What a line of Proof is about, by the beginning of its key; lines of no row are every job's.
    private static readonly (string Prefix, Topic Topic)[] Lines =
    [
        ("firmware.socket.", Topic.Processor),
        ("firmware.", Topic.Memory),
        ("os.total", Topic.Memory),
        ("test.", Topic.Memory),
        ("drives.", Topic.Bays),
        ("driveversion.", Topic.Bays),
        ("alone.", Topic.Bays),
        ("array.", Topic.Arrays),
        ("mode.", Topic.Arrays),
    ];

    /// <summary>All of them where nobody said what the job is about, where it is about everything, and where something is
    /// broken.</summary>
    public static IReadOnlySet<Topic> Of(JobState state)
    {
        var purposes = state.Aim.Purposes;
        if (purposes.Count == 0 || purposes.Any(p => p is Purpose.Everything or Purpose.Broken))
            return All;
        return purposes.SelectMany(p => PurposeTable.Of(p).Needs).Concat(Touched(state)).ToHashSet();
    }

    private static IEnumerable<Topic> Touched(JobState state) =>
        [
            .. state.Plan.Keys.Select(p => Of(p.Kind)),
            .. state.Arrays.Plans.Count > 0 ? new[] { Topic.Arrays } : [],
            .. state.Controllers.Modes.Count > 0 ? new[] { Topic.Arrays } : [],
            .. state.Aim.MemoryGiB is null ? [] : new[] { Topic.Memory },
            .. state.Aim is { UsableTB: null, Failures: null } ? [] : new[] { Topic.Bays, Topic.Arrays },
            .. state.Aim.ReadMBs is null ? [] : new[] { Topic.Cards, Topic.Arrays },
        ];

    private static Topic Of(PlaceKind kind) =>
        kind switch
        {
            PlaceKind.Slot => Topic.Memory,
            PlaceKind.Socket => Topic.Processor,
            PlaceKind.Bay => Topic.Bays,
            PlaceKind.Card => Topic.Cards,
            PlaceKind.M2 => Topic.M2,
            _ => Topic.Machine,
        };

    /// <summary>Lines about what the job has nothing to do with are left aside, as long as nobody looked at them: what was seen counts,
    /// whatever it is about.</summary>
    public static IReadOnlyList<ComparedLine> Aside(IReadOnlyList<ComparedLine> lines, IReadOnlySet<Topic> topics) =>
        topics.Count == All.Count
            ? lines
            :
            [
                .. lines.Select(l =>
                    l.State == LineState.NotLookedAt && TopicOf(l.Expected.Key) is { } topic && !topics.Contains(topic)
                        ? l with
                        {
                            Aside = true,
                        }
                        : l
                ),
            ];

    /// <summary>Null for a line that every job looks at.</summary>
    public static Topic? TopicOf(string key)
    {
        foreach (var (prefix, topic) in Lines)
            if (key.StartsWith(prefix, StringComparison.Ordinal))
                return topic;
        return null;
    }
}
