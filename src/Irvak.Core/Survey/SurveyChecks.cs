using System.Text.Json.Serialization;
using Irvak.Core.Drives;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Survey;

[JsonConverter(typeof(JsonStringEnumConverter<CheckState>))]
public enum CheckState
{
    [JsonStringEnumMemberName("open")] Open,
    [JsonStringEnumMemberName("well")] Well,
    [JsonStringEnumMemberName("care")] Care,
    [JsonStringEnumMemberName("not-well")] NotWell,
}

/// <summary>One line of the check before the machine is touched.</summary>
/// <param name="Answer">What was read or seen; null while it is open.</param>
/// <param name="By">Capture or person.</param>
public sealed record SurveyCheck(string Key, string Question, string Where, CheckState State, string? Answer, string? By);

/// <summary>
/// Does it work before anybody touches it? What fails afterwards and failed before is not the work's fault, and a machine with a
/// dying drive is backed up first. Each line is answered by a capture where one tells, else by eye.
/// </summary>
public static class SurveyChecks
{
    // Common practice, no source.
    private const double ShortShare = 0.10;
    private const double WaitCarePercent = 5;
    private const double SwapCareKiBs = 100;

    public static readonly IReadOnlyDictionary<string, (string Question, string Where)> Questions = new Dictionary<string, (string, string)>
    {
        ["start"] = ("Does it start and run?", "switch it on; a capture of the running system answers it"),
        ["log"] = ("Does its log tell of failing hardware?", "dmesg, or the event list of the management page"),
        ["drives"] = ("Is every drive healthy?", "smartctl --json -x for each drive, or its lamp"),
        ["arrays"] = ("Is every array whole?", "/proc/mdstat, or the controller's page"),
        ["load"] = ("How loaded is it?", "/proc/meminfo, /proc/pressure, vmstat 10 7, or the system's own monitor"),
        ["backup"] = ("Is there a backup, and was it read back?", "ask the owner; a backup nobody restored is none"),
    };

    public static IReadOnlyList<SurveyCheck> Of(JobState state)
    {
        if (state.Sheet is null) return [];
        var seen = Readings.All(state);
        return [.. Questions.Select(q => Line(q.Key, q.Value, state, Known(q.Key, state, seen)))];
    }

    private static SurveyCheck Line(string key, (string Question, string Where) words, JobState state, (CheckState State, string Answer, string By)? read)
    {
        // Eyes count after the capture: a person saw it too and decides.
        if (state.Checks.TryGetValue(key, out var eye))
            return new(key, words.Question, words.Where, eye.Good ? CheckState.Well : CheckState.NotWell, eye.Note ?? (eye.Good ? "well" : "not well"), eye.Who);
        return read is { } r ? new(key, words.Question, words.Where, r.State, r.Answer, r.By) : new(key, words.Question, words.Where, CheckState.Open, null, null);
    }

    private static (CheckState, string, string By)? Known(string key, JobState state, Observations.Observation seen) =>
        ByCapture(key, state, seen) is var (found, answer) ? (found, answer, key == "arrays" && seen.Raids.Count == 0 ? "by hand" : "captures") : null;

    private static (CheckState, string)? ByCapture(string key, JobState state, Observations.Observation seen) => key switch
    {
        "start" => seen.MemTotalKiB is not null || seen.Load is not null ? (CheckState.Well, "its system ran when the capture was taken") : null,
        "log" => seen.MemoryErrors is { Any: true } counted ? (CheckState.NotWell, $"memory errors since the start: {counted.Words}. Look which slot before anything is changed")
            : seen.Faults.Count > 0 ? (CheckState.NotWell, $"{Say.Count(seen.Faults.Count, "line tells", "lines tell")} of faults: {seen.Faults[0].Text}")
            : seen.LogLines is { } lines ? (CheckState.Well, $"{lines} lines, none of failing hardware") : null,
        "drives" => Drives(state, seen),
        "arrays" => Arrays(state, seen),
        "load" => Load(seen),
        _ => null,
    };

    private static (CheckState, string)? Drives(JobState state, Observations.Observation seen)
    {
        var graded = LooseDrives.Graded(state, seen).ToList();
        if (graded.Count == 0) return null;
        var bad = graded.Where(g => g.Grade.Grade == Grade.Reject).ToList();
        var care = graded.Where(g => g.Grade.Grade == Grade.C).ToList();
        if (bad.Count > 0) return (CheckState.NotWell, $"{Say.Count(bad.Count, "drive", "drives")} to reject: {string.Join(", ", bad.Take(3).Select(b => b.Name))}. Back up before anything else");
        if (care.Count > 0) return (CheckState.Care, $"{Say.Count(care.Count, "drive", "drives")} of grade C: {string.Join(", ", care.Take(3).Select(b => b.Name))}");
        var silent = seen.Drives.Count - graded.Count;
        return silent > 0 ? (CheckState.Care, $"{graded.Count} of {seen.Drives.Count} drives told their health, none of them bad") : (CheckState.Well, $"{Say.Count(graded.Count, "drive", "drives")}, none worse than grade B");
    }

    private static (CheckState, string)? Arrays(JobState state, Observations.Observation seen)
    {
        // What a person said of an array stands beside what captures tell of others, and completes one whose capture tells no state.
        var told = Core.Arrays.ArrayNow.Of(state).Where(a => state.ArraysSaid.GetValueOrDefault(a.Name)?.Level != Core.Arrays.ArrayAnswers.None).ToDictionary(a => a.Name, a => (a.Condition, a.Words), StringComparer.OrdinalIgnoreCase);
        foreach (var raid in seen.Raids)
        {
            var health = Observations.RaidHealth.Of(raid);
            if (health.Condition != Observations.RaidCondition.Unknown || !told.ContainsKey(raid.Name)) told[raid.Name] = (health.Condition, health.Words);
        }
        if (told.Count == 0 || (seen.Raids.Count == 0 && told.Values.All(t => t.Condition == Observations.RaidCondition.Unknown))) return null;
        var worst = told.Select(t => (Name: t.Key, Health: t.Value)).MaxBy(h => Harm(h.Health.Condition));
        var others = told.Count > 1 ? $"; {Say.Count(told.Count - 1, "other", "others")} no worse" : "";
        return worst.Health.Condition switch
        {
            Observations.RaidCondition.Whole => (CheckState.Well, $"{Say.Count(told.Count, "array", "arrays")}, all whole"),
            Observations.RaidCondition.Failed or Observations.RaidCondition.Degraded => (CheckState.NotWell, $"{worst.Name} {worst.Health.Words}{others}"),
            Observations.RaidCondition.Rebuilding => (CheckState.NotWell, $"{worst.Name} {worst.Health.Words}; pull nothing until it is through{others}"),
            Observations.RaidCondition.Syncing => (CheckState.Care, $"{worst.Name} {worst.Health.Words}; wait until it is through{others}"),
            Observations.RaidCondition.NeverFilled => (CheckState.Care, $"{worst.Name} {worst.Health.Words}. Answer once which it is{others}"),
            _ => (CheckState.Care, $"{worst.Name} {worst.Health.Words}: look at its page{others}"),
        };
    }

    /// <summary>How bad a state is beside others: what is not known stands between whole and broken.</summary>
    private static int Harm(Observations.RaidCondition condition) => condition switch
    {
        Observations.RaidCondition.Failed => 6,
        Observations.RaidCondition.Degraded => 5,
        Observations.RaidCondition.Rebuilding => 4,
        Observations.RaidCondition.Unknown => 3,
        Observations.RaidCondition.Syncing => 2,
        Observations.RaidCondition.NeverFilled => 1,
        _ => 0,
    };

    private static (CheckState, string)? Load(Observations.Observation seen)
    {
        if (seen.Load is not { } load) return null;
        var words = new List<string>();
        var care = false;
        void Add(bool warn, string text)
        {
            care |= warn;
            words.Add(text);
        }
        if (load.AvailableKiB is { } free && seen.MemTotalKiB is { } total and > 0)
            Add(free < total * ShortShare, $"{ByteCount.FromKiB(free).GiB:0.0} of {ByteCount.FromKiB(total).GiB:0.0} GiB memory free for use");
        if (load.SwapTotalKiB is { } swap and > 0 && load.SwapFreeKiB is { } left && swap > left) Add(false, $"{ByteCount.FromKiB(swap - left).GiB:0.0} GiB swapped out");
        if (load.SwapInKiBs is { } back && load.SwapOutKiBs is { } away && (back > 0 || away > 0)) Add(back + away > SwapCareKiBs, $"swaps {back + away:0} KiB/s");
        if (load.MemoryWaitPercent is { } m) Add(m > WaitCarePercent, $"waits for memory {m:0.##} % of the time");
        if (load.StorageWaitPercent is { } s) Add(s > WaitCarePercent, $"waits for storage {s:0.##} %");
        if (load.WriteKiBs is { } written) Add(false, $"writes {written * 1024 * 86_400 / 1e9:0.#} GB a day at this rate");
        if (load.IdlePercent is { } idle) Add(false, $"processors idle {idle:0} %");
        return words.Count == 0 ? null : (care ? CheckState.Care : CheckState.Well, string.Join("; ", words));
    }
}
