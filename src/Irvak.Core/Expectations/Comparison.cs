using System.ComponentModel;
using System.Text.Json.Serialization;
using Irvak.Core.Observations;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Expectations;

[JsonConverter(typeof(JsonStringEnumConverter<LineState>))]
public enum LineState
{
    [JsonStringEnumMemberName("not-looked-at")]
    NotLookedAt,

    [JsonStringEnumMemberName("as-expected")]
    AsExpected,

    [JsonStringEnumMemberName("deviates")]
    Deviates,

    /// <summary>Looked at, and on its way: a rebuild or a test that still runs. Neither as expected nor a fault.</summary>
    [JsonStringEnumMemberName("not-yet")]
    NotYet,
}

/// <summary>An expected line with what was seen.</summary>
/// <param name="Seen">As text; null when nobody looked.</param>
/// <param name="By">"eye, Ines" or "capture".</param>
/// <param name="Value">The value seen, in the unit of the expectation; null when it can't be read as a number.</param>
public sealed record ComparedLine(Expectation Expected, LineState State, string? Seen, string? By, double? Value)
{
    /// <summary>True when a person looked, and no capture told it.</summary>
    [JsonIgnore]
    public bool ByEye { get; init; }

    /// <summary>True for a line that the job has nothing to do with and that nobody looked at: it is neither waited for nor
    /// proved.</summary>
    [DefaultValue(false)]
    public bool Aside { get; init; }

    /// <summary>What was seen, for sentences: what a person typed that is no value stands as their words.</summary>
    [JsonIgnore]
    public string? Told => ByEye && Value is null && Seen is { } words ? $"“{words}”" : Seen;
}

/// <summary>Puts what was seen beside what was expected. Captures and eyes count the same; the later answer of a person wins.</summary>
public static class Comparison
{
    public static IReadOnlyList<ComparedLine> Of(
        MachineSheet sheet,
        IReadOnlyList<Expectation> expectations,
        Observation? after,
        IReadOnlyDictionary<string, SeenAnswer> answers
    )
    {
        var bySlot = after is null ? [] : SlotMatch.Of(sheet, after).ToDictionary(m => m.Slot, m => m.Device);
        var installed = (long)(expectations.FirstOrDefault(e => e.Key == ExpectedMemory.TotalKey)?.Low ?? 0);
        return
        [
            .. expectations.Select(e =>
                answers.TryGetValue(e.Key, out var answer)
                    ? ByEye(e, answer) with
                    {
                        ByEye = true,
                    }
                    : ByCapture(sheet, e, after, bySlot, installed)
            ),
        ];
    }

    private static ComparedLine ByEye(Expectation e, SeenAnswer answer)
    {
        var by = $"eye, {answer.Who}";
        // A person who looked read no number: none is made up for them.
        if (answer.Verdict == SeenVerdict.AsExpected)
            return new(e, LineState.AsExpected, "as expected", by, null);
        if (e.IsWords)
            return new(
                e,
                ExpectedControllers.Spoken(e, answer.Value) ?? (e.HoldsWords(answer.Value) ? LineState.AsExpected : LineState.Deviates),
                answer.Value,
                by,
                null
            );
        var readings = SeenNumber.Readings(answer.Value, e.Unit);
        if (readings is null)
            return new(e, LineState.NotLookedAt, SeenNumber.NotUnderstood(answer.Value!, e.Unit), by, null);
        // Screens write one unit and mean another; what was typed is as expected in any meaning that it has.
        var condition = ExpectedDrives.IsArray(e.Key) ? ExpectedDrives.Spoken(answer.Value!, readings.Count > 0) : null;
        double? value = readings.Where(e.Holds).Concat(readings.OrderBy(e.FarOff)).Select(v => (double?)v).FirstOrDefault();
        return new(
            e,
            condition ?? (value is { } v && e.Holds(v) ? LineState.AsExpected : LineState.Deviates),
            SeenNumber.Words(answer.Value, value, e.Unit),
            by,
            value
        );
    }

    private static ComparedLine ByCapture(
        MachineSheet sheet,
        Expectation e,
        Observation? after,
        Dictionary<string, SeenDevice> bySlot,
        long installed
    )
    {
        ComparedLine? said = e.Key switch
        {
            _ when after is null => null,
            ExpectedMemory.TestKey => SeenErrors.Test(e, after.MemoryTest, installed),
            ExpectedMemory.ErrorsKey => SeenErrors.Counters(e, after),
            _ when ExpectedModes.IsOne(e.Key) => ExpectedModes.Compare(e, after),
            _ when ExpectedControllers.IsOne(e.Key) => ExpectedControllers.Compare(e, after),
            _ when ExpectedVersions.IsOfDrives(e.Key) => ExpectedVersions.Compare(e, after),
            _ when ExpectedLinks.IsOne(e.Key) => ExpectedLinks.Compare(sheet, e, after),
            _ when ExpectedDrives.IsOne(e.Key) => ExpectedDrives.Compare(e, after),
            _ when ExpectedMemory.SocketOf(e.Key) is { } socket => Socket(e, after, socket),
            _ => null,
        };
        if (said is not null)
            return said;
        if (after is null || SeenIn(e, after, bySlot) is not { } seen)
            return new(e, LineState.NotLookedAt, null, null, null);
        return new(e, e.Holds(seen.Value) ? LineState.AsExpected : LineState.Deviates, seen.Text, "capture", seen.Value);
    }

    private static ComparedLine? Socket(Expectation e, Observation after, string name)
    {
        var seen = after.Processors.FirstOrDefault(p =>
            p.Designation is not null
            && string.Equals(p.Designation.Replace(" ", ""), name.Replace(" ", ""), StringComparison.OrdinalIgnoreCase)
        );
        var words =
            seen is null ? null
            : seen.Populated ? seen.Version
            : "empty";
        return words is null ? null : new(e, e.HoldsWords(words) ? LineState.AsExpected : LineState.Deviates, words, "capture", null);
    }

    private static (double Value, string Text)? SeenIn(Expectation e, Observation after, Dictionary<string, SeenDevice> bySlot)
    {
        switch (e.Key)
        {
            case ExpectedMemory.TotalKey:
                return after.InstalledMiB is { } total ? (total, ByteCount.FromMiB(total).ToString()) : null;
            case ExpectedMemory.RateKey:
                var rates = after.Devices.Where(d => d.ConfiguredMTs is not null).Select(d => d.ConfiguredMTs!.Value).ToList();
                return rates.Count == 0 ? null : (rates.Min(), $"{rates.Min()} MT/s");
            case ExpectedMemory.OsKey:
                return after.MemTotalKiB is { } kib ? (ByteCount.FromKiB(kib).GiB, $"{ByteCount.FromKiB(kib).GiB:0.0} GiB") : null;
            default:
                if (ExpectedMemory.SlotOf(e.Key) is not { } slot || after.Devices.Count == 0)
                    return null;
                var device = bySlot.GetValueOrDefault(slot);
                if (device is null)
                    return (0, "not listed");
                return device.SizeMiB is { } mib ? (mib, mib == 0 ? "empty" : ByteCount.FromMiB(mib).ToString()) : null;
        }
    }
}
