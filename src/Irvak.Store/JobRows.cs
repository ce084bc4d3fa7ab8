using Irvak.Core.Plans;

namespace Irvak.Store;

/// <summary>A job as it stands.</summary>
/// <param name="LastNumber">Number of the newest entry of its history; an edit names the one it last saw.</param>
public sealed record Job(
    long Id,
    string Number,
    string Title,
    string Owner,
    string BegunBy,
    DateTimeOffset BegunAt,
    int LastNumber,
    JobState State
)
{
    /// <summary>What of it could not be read, in a sentence; null when all could.</summary>
    public string? Damage { get; init; }
}

/// <summary>What became of an edit that was sent.</summary>
public abstract record EditOutcome
{
    /// <summary>It stands, as this number; or it stood already and was sent again.</summary>
    public sealed record Applied(Job Job, int Number, bool Repeated) : EditOutcome;

    /// <summary>Somebody else put another value at the same subject.</summary>
    public sealed record Clashed(IReadOnlyList<Clash> Clashes, int LastNumber) : EditOutcome;

    /// <summary>It can't be applied to this job.</summary>
    public sealed record Refused(Core.Contracts.SheetProblem Problem) : EditOutcome;

    /// <summary>The job can't be worked out with it; nothing was stored.</summary>
    public sealed record Unworkable(Exception Cause) : EditOutcome;

    /// <summary>Its key was used before for something else.</summary>
    public sealed record OtherContent : EditOutcome;

    /// <summary>Undo would take later edits along; they are named.</summary>
    public sealed record Rests(int Target, IReadOnlyList<HistoryEntry> Dependents) : EditOutcome;

    public sealed record NothingToDo : EditOutcome;

    /// <summary>Shelf or evidence are newer than those that were looked at; nothing was done.</summary>
    public sealed record Outdated : EditOutcome;

    public sealed record Unknown : EditOutcome;
}

/// <summary>A stored capture, without its bytes.</summary>
/// <param name="Name">File name, when it came in an archive.</param>
public sealed record CaptureRow(long Id, string Phase, string Kind, string Reading, string Who, DateTimeOffset At, string? Name);

/// <summary>A capture to be stored together with the edit that it leads to, or not at all.</summary>
public sealed record NewCapture(string Phase, string Kind, byte[] Bytes, string Reading, string? Name = null);
