using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using Irvak.Core.Quantities;

namespace Irvak.Core.Observations;

/// <summary>How an array stands. Only what a capture or a person told counts as whole.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RaidCondition>))]
public enum RaidCondition
{
    /// <summary>Nobody told its state, or in words that are not known.</summary>
    [JsonStringEnumMemberName("unknown")]
    Unknown,

    /// <summary>Every member is there and in step.</summary>
    [JsonStringEnumMemberName("whole")]
    Whole,

    /// <summary>Many of its places were never used, as small appliances keep their system partitions.</summary>
    [JsonStringEnumMemberName("never-filled")]
    NeverFilled,

    /// <summary>Every member is there, and a first pass or a change of shape still runs.</summary>
    [JsonStringEnumMemberName("syncing")]
    Syncing,

    /// <summary>A member is made up for right now; until then redundancy lacks.</summary>
    [JsonStringEnumMemberName("rebuilding")]
    Rebuilding,

    /// <summary>It runs without a member.</summary>
    [JsonStringEnumMemberName("degraded")]
    Degraded,

    /// <summary>It does not run: too few members, or never assembled.</summary>
    [JsonStringEnumMemberName("failed")]
    Failed,
}

/// <summary>State of an array, from its own state, each member's and what runs on it; the worst of the three decides.</summary>
/// <param name="Words">The same in words, after the array's name: "runs with 3 of 4 members".</param>
/// <param name="Missing">Members that are not in step; null when that is not known.</param>
public sealed partial record RaidHealth(RaidCondition Condition, string Words, int? Missing)
{
    // Words of the kernel (md(4), mdadm(8)) and of the common management interface (DSP0268, Status); others: common practice, no source.
    private static readonly string[] Lost =
    [
        "failed",
        "broken",
        "inactive",
        "not started",
        "offline",
        "missing",
        "foreign",
        "unavailable",
        "unavailableoffline",
    ];
    private static readonly string[] Hurt = ["degraded", "critical", "partial", "partially", "warning", "impaired", "interim recovery"];
    private static readonly string[] Well =
    [
        "clean",
        "active",
        "active-idle",
        "write-pending",
        "optimal",
        "optl",
        "ok",
        "normal",
        "online",
        "healthy",
        "enabled",
        "read-auto",
        "readonly",
        "read-only",
        "active (auto-read-only)",
        "active (read-only)",
    ];
    private static readonly string[] Busy =
    [
        "resyncing",
        "recovering",
        "rebuilding",
        "checking",
        "reshaping",
        "delayed",
        "pending",
        "initializing",
        "initialising",
        "verifying",
        "idle",
    ];

    /// <summary>True where members can't be told apart from spares and nothing may be pulled.</summary>
    public bool IsSure => Condition != RaidCondition.Unknown;

    public static RaidHealth Of(SeenRaid a)
    {
        var words = Split(a.State);
        var failed = a.Members.Count(m => m.Role is "failed");
        var rebuilding = a.Members.Count(m => m.Role is "rebuilding" or "replacement");
        var missing = Gone(a);
        var runs = Running(a);
        // "clean, FAILED" is failed, whatever stands before it.
        if (words.Any(Lost.Contains) || a.Level is not null && a.Wanted > 0 && a.Present == 0)
            return new(RaidCondition.Failed, $"does not run: its state is “{a.State ?? "no member in step"}”", missing);
        if (runs is { Repairs: true } && (missing > 0 || failed > 0 || rebuilding > 0 || missing is null))
            return new(RaidCondition.Rebuilding, $"is being rebuilt{runs.Words}{Having(a)}", missing);
        if (rebuilding > 0)
            return new(RaidCondition.Rebuilding, $"is being rebuilt{runs?.Words}{Having(a)}", missing ?? rebuilding);
        if (NeverFilled(a))
            return new(
                RaidCondition.NeverFilled,
                $"has {a.Present} of {a.Wanted} members, the other places never used: usual "
                    + "for the system partitions of a small appliance, else a sign of missing drives",
                0
            );
        if (words.Any(Hurt.Contains) || missing > 0 || failed > 0)
            return new(
                RaidCondition.Degraded,
                missing > 0 && a.Wanted is { } n ? $"runs with {n - missing} of {n} members{runs?.Words}"
                    : failed > 0 ? $"has a failed member, {a.Members.First(m => m.Role == "failed").Name}{runs?.Words}"
                    : $"is “{a.State}”{runs?.Words}",
                missing ?? (failed > 0 ? failed : null)
            );
        if (runs is { Checks: false })
            return new(RaidCondition.Syncing, $"has all its members and is not in step yet{runs.Words}", missing);
        var told = words.Count > 0 && words.All(w => Well.Contains(w) || Busy.Contains(w)) && words.Any(Well.Contains);
        if (told && (missing == 0 || !CountsMembers(a)))
            return new(RaidCondition.Whole, $"is whole{runs?.Words}", 0);
        return new(
            RaidCondition.Unknown,
            a.State is null ? "does not tell its state" : $"tells a state that is not known here, “{a.State}”",
            missing
        );
    }

    /// <summary>Members not in step, by the map of places and by the two counts: the worse of them.</summary>
    private static int? Gone(SeenRaid a)
    {
        int? byMap = a.InStep is { } map ? map.Count(c => c is not ('U' or 'A' or 'R')) : null;
        int? byCount = a is { Wanted: { } w, Present: { } p } ? Math.Max(0, w - p) : null;
        return byMap > byCount ? byMap : byCount ?? byMap;
    }

    /// <summary>Levels without redundancy print no counts (md(4)); they run whole or not at all.</summary>
    private static bool CountsMembers(SeenRaid a) =>
        a is { Wanted: not null, Present: not null }
        || (a.Name.StartsWith("md", StringComparison.Ordinal) && a.Level is not ("raid0" or "linear"));

    private static bool NeverFilled(SeenRaid a) =>
        a is { Level: "raid1", InStep: { } map, Present: >= 2 and var present, Wanted: { } wanted }
        && wanted >= 2 * present
        && map.AsSpan().TrimEnd('_').Length == present
        && a.Members.All(m => m.Role is "active" or "write-mostly")
        && a.Members.Count == present;

    private sealed record Run(string Words, bool Repairs, bool Checks);

    private static Run? Running(SeenRaid a)
    {
        var what = a.Activity
            ?? Split(a.State)
                .FirstOrDefault(w =>
                    w is "recovering" or "rebuilding" or "resyncing" or "reshaping" or "checking" or "initializing" or "initialising"
                );
        if (what is null)
            return null;
        var percent = a.ActivityPercent is { } p ? $" at {p:0.#} %" : "";
        var left = a.MinutesLeft is { } m ? $", about {Hours.Words(m / 60)} left" : "";
        return new(
            $" ({what}{percent}{left})",
            what.StartsWith("reco", StringComparison.Ordinal) || what.StartsWith("rebuil", StringComparison.Ordinal),
            what.StartsWith("check", StringComparison.Ordinal)
        );
    }

    private static string Having(SeenRaid a) =>
        a is { Wanted: { } w } && Gone(a) is > 0 and var gone ? $", {w - gone} of {w} members in step" : "";

    private static List<string> Split(string? state) =>
        state is null ? [] : [.. Parts().Split(state.ToLowerInvariant()).Select(w => w.Trim()).Where(w => w.Length > 0)];

    [GeneratedRegex(@"[,;/]|\s+and\s+")]
    private static partial Regex Parts();
}
