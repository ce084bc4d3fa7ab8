namespace Irvak.Core.Observations;

/// <summary>What a controller's word for a drive's state means.</summary>
public static class DriveState
{
    // Words of controllers' own pages and tools, without case, gaps and signs. Common practice, no source.
    private static readonly string[] Broken =
    [
        "offline",
        "offln",
        "failed",
        "failure",
        "fault",
        "faulty",
        "faulted",
        "missing",
        "msng",
        "bad",
        "ubad",
        "unconfiguredbad",
        "removed",
        "dead",
        "degraded",
        "predictivefailure",
        "unavail",
        "unavailable",
        "critical",
        "error",
    ];

    /// <summary>True for a word that means trouble. A word that is not known here means nothing, and neither does none.</summary>
    public static bool IsTrouble(string? word) =>
        word is not null && Broken.Contains(new string([.. word.Where(char.IsLetter).Select(char.ToLowerInvariant)]));
}
