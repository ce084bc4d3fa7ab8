namespace Irvak.Core.Observations;

/// <summary>What a controller's word for a drive's state means. Words as controllers' own pages and tools write them: common practice, no
/// source. One bad word is enough; a word that is not known here means nothing, and neither does none.</summary>
public static class DriveState
{
    private static readonly string[] Bad =
    [
        "fail",
        "fault",
        "missing",
        "offline",
        "offln",
        "bad",
        "critical",
        "degraded",
        "removed",
        "dead",
        "unavail",
    ];

    private static readonly string[] Filling = ["rebuild", "rbld", "copyback", "cpybck"];

    /// <summary>True for a drive that is out, or about to be.</summary>
    public static bool IsTrouble(string? word) => Has(word, Bad);

    /// <summary>True for a drive that is being written to take another one's place.</summary>
    public static bool IsFilling(string? word) => Has(word, Filling);

    private static bool Has(string? word, string[] parts) =>
        word is not null && parts.Any(p => word.Contains(p, StringComparison.OrdinalIgnoreCase));
}
