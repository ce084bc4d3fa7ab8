using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;

namespace Irvak.Core.Plans;

/// <summary>Takes what the capture made after the work shows.</summary>
[EditName("readAfter")]
public sealed record ReadAfter(Observation Seen, string By) : JobEdit
{
    public override IEnumerable<string> Touches() => ["after"];

    public override string ValueAt(string subject) => By;

    public override string Tell() => $"reads the capture taken afterwards ({By})";

    public override SheetProblem? Refusal(JobState state) => state.Sheet is null ? new("/edit", "The machine has no sheet yet.") : null;

    /// <summary>A newer capture answers its lines anew: what eyes saw there before no longer describes the machine.</summary>
    public override JobState Applied(JobState state, Stamp stamp)
    {
        var merged = state.Proof.After is { } old ? Readings.Over(old, Seen) : Seen;
        var stale = state.Proof.Answers.Keys.Where(Tells);
        return state with
        {
            Writes = WriteMarks.Noted(state.Writes, Seen),
            Proof = new() { After = merged, Answers = state.Proof.Answers.RemoveRange(stale) },
        };
    }

    private bool Tells(string line) =>
        (Seen.Devices.Count > 0 && line.StartsWith("firmware.", StringComparison.Ordinal))
        || (Seen.MemTotalKiB is not null && line.StartsWith("os.", StringComparison.Ordinal))
        || (Seen.Drives.Count > 0 && line.StartsWith("drives.", StringComparison.Ordinal))
        || (Seen.Raids.Count > 0 && line.StartsWith("array.", StringComparison.Ordinal))
        || (Seen.MemoryTest is not null && line == ExpectedMemory.TestKey)
        || (Seen.MemoryErrors is not null && line == ExpectedMemory.ErrorsKey);
}
