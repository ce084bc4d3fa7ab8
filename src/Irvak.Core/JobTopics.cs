using System.Collections.Frozen;
using Irvak.Core.Aims;
using Irvak.Core.Expectations;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

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

    // What a rule is about. Power and heat bear on every part, a wish is what a job is about by being wished: no row, every job's.
    private static readonly FrozenDictionary<Family, Topic[]> OfFamilies = new Dictionary<Family, Topic[]>
    {
        [Family.Memory] = [Topic.Memory],
        [Family.Processor] = [Topic.Processor],
        [Family.Drive] = [Topic.Bays],
        [Family.Module] = [Topic.M2],
        [Family.Controller] = [Topic.Arrays, Topic.Cards],
        [Family.Array] = [Topic.Arrays],
        [Family.Boot] = [Topic.M2, Topic.Bays],
        [Family.Cache] = [Topic.Arrays],
        [Family.Card] = [Topic.Cards],
        [Family.Lane] = [Topic.Cards, Topic.M2],
        [Family.Path] = [Topic.Cards, Topic.Arrays],
        [Family.Move] = [Topic.Bays, Topic.Arrays],
        [Family.Wipe] = [Topic.Bays, Topic.Arrays],
    }.ToFrozenDictionary();

    /// <summary>What is shown first. All of them where nobody said what the job is about, where it is about everything, and where
    /// something is broken.</summary>
    public static IReadOnlySet<Topic> Of(JobState state) => Of(state, r => r.Needs);

    private static IReadOnlySet<Topic> Of(JobState state, Func<PurposeRow, IEnumerable<Topic>> rows) =>
        PurposeTable.AreAll(state.Aim.Purposes)
            ? All
            : state.Aim.Purposes.Select(PurposeTable.Of).SelectMany(rows).Concat(Touched(state)).ToHashSet();

    private static IEnumerable<Topic> Touched(JobState state) =>
        [
            .. state.Plan.Keys.Select(p => AskedFor.TopicOf(p.Kind)),
            // Another processor drives the memory, or doesn't.
            .. state.Plan.Keys.Any(p => p.IsSocket) ? new[] { Topic.Memory } : [],
            .. state.Arrays.Plans.Count > 0 ? new[] { Topic.Arrays } : [],
            .. state.Controllers.Modes.Count > 0 ? new[] { Topic.Arrays } : [],
            .. state.Aim.MemoryGiB is null ? [] : new[] { Topic.Memory },
            .. state.Aim is { UsableTB: null, Failures: null } ? [] : new[] { Topic.Bays, Topic.Arrays },
            .. state.Runs.All.Count == 0 ? [] : new[] { Topic.Memory },
            .. state.Volumes.All.Count == 0 && state.Aim.LossPercent is null ? [] : new[] { Topic.Bays, Topic.Arrays },
            .. state.Aim is { ReadMBs: null, WriteMBs: null } ? [] : new[] { Topic.Cards, Topic.Arrays },
        ];

    /// <summary>Lines about what the job has nothing to do with are left aside, as long as nobody looked at them: what was seen counts,
    /// whatever it is about. What is worth knowing for a purpose is what its work may upset (drives behind a new controller, memory under a
    /// new processor): that is looked at. Where nothing else would be left to look at, nothing is left aside.</summary>
    public static IReadOnlyList<ComparedLine> Aside(IReadOnlyList<ComparedLine> lines, JobState state)
    {
        var topics = Of(state, r => r.Needs.Concat(r.Worth));
        bool IsAside(ComparedLine line) =>
            line.State == LineState.NotLookedAt && TopicOf(line.Expected.Key) is { } topic && !topics.Contains(topic);
        return lines.All(IsAside) || !lines.Any(IsAside) ? lines : [.. lines.Select(l => IsAside(l) ? l with { Aside = true } : l)];
    }

    /// <summary>What was so before and is about what the job has nothing to do with is left aside: a mixed pair of modules is no news of a
    /// drive job. What stops the machine never is, nor what the plan touches.</summary>
    public static IReadOnlyList<Finding> Aside(IReadOnlyList<Finding> findings, JobState state)
    {
        if (PurposeTable.AreAll(state.Aim.Purposes))
            return findings;
        var topics = Of(state, r => r.Needs.Concat(r.Worth));
        bool IsAside(Finding finding) =>
            finding is { AsFoundToo: true, Severity: not Severity.Stop }
            && OfFamilies.TryGetValue(finding.Rule.Family, out var about)
            && !about.Any(topics.Contains);
        return findings.Any(IsAside) ? [.. findings.Select(f => IsAside(f) ? f with { Aside = true } : f)] : findings;
    }

    /// <summary>Null for a line that every job looks at.</summary>
    public static Topic? TopicOf(string key)
    {
        foreach (var (prefix, topic) in Lines)
            if (key.StartsWith(prefix, StringComparison.Ordinal))
                return topic;
        return null;
    }
}
