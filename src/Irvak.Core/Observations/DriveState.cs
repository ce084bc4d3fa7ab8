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
        "msng",
        "error",
        "offline",
        "offln",
        "bad",
        "critical",
        "degraded",
        "removed",
        "dead",
        "unavail",
    ];

    // Words that hold a bad one and mean well.
    private static readonly string[] Fine = ["default", "no error", "no fault", "0 error"];

    private static readonly string[] Filling = ["rebuild", "rbld", "copyback", "cpybck"];

    /// <summary>True for a drive that is out, or about to be.</summary>
    public static bool IsTrouble(string? word) => Has(word, Bad);

    /// <summary>True for a drive that is being written to take another one's place.</summary>
    public static bool IsFilling(string? word) => Has(word, Filling);

    private static bool Has(string? word, string[] parts)
    {
        if (word is null)
            return false;
        var told = Fine.Aggregate(word, (rest, fine) => rest.Replace(fine, "", StringComparison.OrdinalIgnoreCase));
        return parts.Any(p => told.Contains(p, StringComparison.OrdinalIgnoreCase));
    }
}
