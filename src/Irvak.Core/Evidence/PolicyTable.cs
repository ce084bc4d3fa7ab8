using Irvak.Core.Verdicts;

namespace Irvak.Core.Evidence;

/// <summary>Policy × evidence → severity, for a part or limit beyond the maker's list. It changes severities, never hides facts.</summary>
public static class PolicyTable
{
    // Columns: proven, few or mixed, last report failed. On the list nothing is said; without electrical fit it is always a stop.
    private static readonly Dictionary<Policy, Severity[]> Rows = new()
    {
        [Policy.Listed] = [Severity.Stop, Severity.Stop, Severity.Stop],
        [Policy.FieldProven] = [Severity.Note, Severity.Care, Severity.Stop],
        [Policy.Sound] = [Severity.Note, Severity.Note, Severity.Care],
    };

    /// <summary>Null when there is nothing to say.</summary>
    public static Severity? SeverityOf(Policy policy, Standing standing) =>
        standing == Standing.OnList ? null : Rows[policy][(int)standing - 1];
}
