using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Quantities;
using Irvak.Core.Running;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Survey;

[JsonConverter(typeof(JsonStringEnumConverter<CheckState>))]
public enum CheckState
{
    [JsonStringEnumMemberName("open")]
    Open,

    [JsonStringEnumMemberName("well")]
    Well,

    [JsonStringEnumMemberName("care")]
    Care,

    [JsonStringEnumMemberName("not-well")]
    NotWell,
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
    private const string Captures = "captures";

    // Common practice, no source.

    public static readonly IReadOnlyDictionary<string, (string Question, string Where)> Questions = new Dictionary<string, (string, string)>
    {
        ["start"] = ("Does it start and run?", "switch it on; a capture of the running system answers it"),
        ["log"] = ("Does its log tell of failing hardware?", "dmesg, or the event list of the management page"),
        ["drives"] = ("Is every drive healthy?", "smartctl --json -x for each drive, or its lamp"),
        ["arrays"] = ("Is every array whole?", "/proc/mdstat, or the controller's page"),
        ["load"] = ("How loaded is it?", "/proc/meminfo, /proc/pressure, vmstat 10 7, or the system's own monitor"),
        ["backup"] = ("Is there a backup, and was it read back?", "ask the owner; a backup nobody restored is none"),
    };

    public static IReadOnlyList<SurveyCheck> Of(MachineState state)
    {
        if (state.Sheet is null)
            return [];
        var seen = state.Seen;
        return [.. Questions.Select(q => Line(q.Key, q.Value, state, Told(q.Key, state, seen)))];
    }

    private static SurveyCheck Line(
        string key,
        (string Question, string Where) words,
        MachineState state,
        (CheckState State, string Answer, string By)? read
    )
    {
        // Eyes count after the capture: a person saw it too and decides.
        if (state.Checks.TryGetValue(key, out var eye))
            return new(
                key,
                words.Question,
                words.Where,
                eye.Good ? CheckState.Well : CheckState.NotWell,
                eye.Note ?? (eye.Good ? "well" : "not well"),
                eye.Who
            );
        return read is { } r
            ? new(key, words.Question, words.Where, r.State, r.Answer, r.By)
            : new(key, words.Question, words.Where, CheckState.Open, null, null);
    }

    private static (CheckState, string, string By)? Told(string key, MachineState state, Observation seen) =>
        key == "arrays" ? Arrays(state, seen)
        : ByCapture(key, state, seen) is var (found, answer) ? (found, answer, Captures)
        : null;

    private static (CheckState, string)? ByCapture(string key, MachineState state, Observation seen) =>
        key switch
        {
            "start" => seen.MemTotalKiB is not null || seen.Load is not null
                ? (CheckState.Well, "its system ran when the capture was taken")
                : null,
            "log" => seen.MemoryErrors is { Any: true } counted
                ? (CheckState.NotWell, $"memory errors since the start: {counted.Words}. Look which slot before anything is changed")
            : seen.Faults.Count > 0
                ? (CheckState.NotWell, $"{Say.Count(seen.Faults.Count, "line tells", "lines tell")} of faults: {seen.Faults[0].Text}")
            : seen.LogLines is { } lines ? (CheckState.Well, $"{lines} lines, none of failing hardware")
            : null,
            "drives" => Drives(state, seen),
            "load" => Load(seen),
            _ => null,
        };

    private static (CheckState, string)? Drives(MachineState state, Observation seen)
    {
        var trouble = seen.Drives.Where(d => DriveState.IsTrouble(d.State)).ToList();
        var graded = LooseDrives.Graded(state, seen).ToList();
        if (graded.Count == 0 && trouble.Count == 0)
            return null;
        var bad = graded.Where(g => g.Grade.Grade == Grade.Reject).ToList();
        var care = graded.Where(g => g.Grade.Grade == Grade.C).ToList();
        if (bad.Count + trouble.Count > 0)
            return (CheckState.NotWell, $"{string.Join("; ", Bad(trouble, [.. bad.Select(b => b.Name)]))}. Back up before anything else");
        if (care.Count > 0)
            return (
                CheckState.Care,
                $"{Say.Count(care.Count, "drive", "drives")} of grade C: {string.Join(", ", care.Take(3).Select(b => b.Name))}"
            );
        var silent = seen.Drives.Count - graded.Count;
        return silent > 0
            ? (CheckState.Care, $"{graded.Count} of {seen.Drives.Count} drives told their health, none of them bad")
            : (CheckState.Well, $"{Say.Count(graded.Count, "drive", "drives")}, none worse than grade B");
    }

    private static IEnumerable<string> Bad(List<SeenDrive> trouble, List<string> rejected)
    {
        if (trouble.Count > 0)
            yield return string.Join(", ", trouble.Take(3).Select(d => $"{d.Serial ?? d.Bay ?? d.Path} is “{d.State}”"))
                + (trouble.Count > 3 ? $" and {trouble.Count - 3} more" : "");
        if (rejected.Count > 0)
            yield return $"{Say.Count(rejected.Count, "drive", "drives")} to reject: {string.Join(", ", rejected.Take(3))}";
    }

    private static (CheckState, string, string By)? Arrays(MachineState state, Observation seen)
    {
        // How each stands whose drives are placed, by captures or by what a person said; of the others captures tell alone.
        List<(string Name, RaidCondition Condition, string Words)> told =
        [
            .. ArrayNow
                .Of(state)
                .Where(a => state.ArraysSaid.GetValueOrDefault(a.Name)?.Level != ArrayAnswers.None)
                .Select(a => (a.Name, a.Condition, a.Words)),
        ];
        told.AddRange(
            seen.Raids.Where(r => !told.Any(t => t.Name.Equals(r.Name, StringComparison.OrdinalIgnoreCase)))
                .Select(r => (r.Name, RaidHealth.Of(r).Condition, RaidHealth.Of(r).Words))
        );
        if (told.Count == 0 || (seen.Raids.Count == 0 && told.All(t => t.Condition == RaidCondition.Unknown)))
            return null;
        var worst = told.MaxBy(t => Harm(t.Condition));
        var others = told.Count > 1 ? $"; {Say.Count(told.Count - 1, "other", "others")} no worse" : "";
        var words = $"{worst.Name} {worst.Words}";
        var (check, answer) = worst.Condition switch
        {
            RaidCondition.Whole => (CheckState.Well, $"{Say.Count(told.Count, "array", "arrays")}, all whole"),
            RaidCondition.Failed or RaidCondition.Degraded => (CheckState.NotWell, $"{words}{others}"),
            RaidCondition.Rebuilding => (CheckState.NotWell, $"{words}; pull nothing until it is through{others}"),
            RaidCondition.Syncing => (CheckState.Care, $"{words}; wait until it is through{others}"),
            RaidCondition.NeverFilled => (CheckState.Care, $"{words}. Answer once which it is{others}"),
            _ => (CheckState.Care, $"{words}: look at its page{others}"),
        };
        var captured = seen.Raids.Any(r =>
            r.Name.Equals(worst.Name, StringComparison.OrdinalIgnoreCase) && RaidHealth.Of(r).Condition != RaidCondition.Unknown
        );
        return (check, answer, !captured && state.ArraysSaid.GetValueOrDefault(worst.Name)?.State is not null ? "by hand" : Captures);
    }

    /// <summary>How bad a state is beside others: what is not known stands between whole and broken.</summary>
    private static int Harm(RaidCondition condition) =>
        condition switch
        {
            RaidCondition.Failed => 6,
            RaidCondition.Degraded => 5,
            RaidCondition.Rebuilding => 4,
            RaidCondition.Unknown => 3,
            RaidCondition.Syncing => 2,
            RaidCondition.NeverFilled => 1,
            _ => 0,
        };

    private static (CheckState, string)? Load(Observation seen)
    {
        if (seen.Load is not { } load)
            return null;
        var words = new List<string>();
        var care = false;
        void Add(bool warn, string text)
        {
            care |= warn;
            words.Add(text);
        }
        if (load.AvailableKiB is { } free && seen.MemTotalKiB is { } total and > 0)
            Add(
                free < total * MemoryNeed.Room,
                $"{ByteCount.FromKiB(free).GiB:0.0} of {ByteCount.FromKiB(total).GiB:0.0} GiB memory free for use"
            );
        if (load.SwapTotalKiB is { } swap and > 0 && load.SwapFreeKiB is { } left && swap > left)
            Add(false, $"{ByteCount.FromKiB(swap - left).GiB:0.0} GiB swapped out");
        if (load.SwapInKiBs is { } back && load.SwapOutKiBs is { } away && (back > 0 || away > 0))
            Add(back + away > LoadSeen.SwapKiBs, $"swaps {back + away:0} KiB/s");
        if (load.MemoryWaitPercent is { } m)
            Add(m > LoadSeen.WaitPercent, $"waits for memory {m:0.##} % of the time");
        if (load.StorageWaitPercent is { } s)
            Add(s > LoadSeen.WaitPercent, $"waits for storage {s:0.##} %");
        if (load.WriteKiBs is { } written)
            Add(false, $"writes {written * 1024 * 86_400 / 1e9:0.#} GB a day at this rate");
        if (load.IdlePercent is { } idle)
            Add(false, $"processors idle {idle:0} %");
        return words.Count == 0 ? null : (care ? CheckState.Care : CheckState.Well, string.Join("; ", words));
    }
}
