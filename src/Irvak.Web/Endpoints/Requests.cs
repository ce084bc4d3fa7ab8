using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Survey;

namespace Irvak.Web.Endpoints;

/// <param name="Key">Idempotency key: sending the same again is harmless.</param>
/// <param name="LastSeen">Number of the newest entry that the sender had seen.</param>
/// <param name="Who">The name a person typed.</param>
public sealed record EditRequest(Guid Key, int LastSeen, string Who, Edit Edit);

/// <param name="WithDependents">True to take later edits that rest on it along.</param>
public sealed record UndoRequest(Guid Key, string Who, bool WithDependents);

/// <param name="SheetId">Machine sheet from the shelf, when the machine is known.</param>
/// <param name="Answers">The five answers, when there is no sheet.</param>
/// <param name="Carry">What a quick sum found, to begin with; null for nothing.</param>
/// <param name="Capture">A pasted capture to begin with; null for none. One that tells nothing begins no job.</param>
public sealed record BeginRequest(
    Guid Key,
    string Who,
    string Title,
    string Owner,
    string? SheetId,
    FiveAnswers? Answers,
    Carried? Carry = null,
    string? Capture = null
)
{
    /// <summary>What the job is about; empty where nobody said.</summary>
    public IReadOnlyList<Core.Aims.Purpose> Purposes { get; init; } = [];

    /// <summary>What is to be done, in plain words; its parts, wishes and reason go into the job. Null for none.</summary>
    public string? Line { get; init; }

    /// <summary>A job that tells of the machine; null for none.</summary>
    public BeginFrom? From { get; init; }
}

/// <summary>Another job to begin from: its sheet, and what it left in the places, to be confirmed.</summary>
/// <param name="Same">True for the same machine, false for another one of its kind.</param>
public sealed record BeginFrom(string Number, bool Same);

/// <summary>A quick sum that goes on as a job.</summary>
/// <param name="Sockets">Sockets with a processor; 0 for all.</param>
/// <param name="Modules">Labels of modules to plan, one line each.</param>
/// <param name="WishGiB">Memory wanted.</param>
/// <param name="SpaceTB">Usable space wanted, TB.</param>
/// <param name="Failures">Failed drives to survive.</param>
/// <param name="Note">What the sum found, in a sentence, for the machine's notes.</param>
public sealed record Carried(
    int Sockets,
    string? Processor,
    string? Modules,
    int? WishGiB,
    int? OsBits,
    decimal? SpaceTB = null,
    int? Failures = null,
    string? Note = null
);

internal static class Wanted
{
    /// <summary>What is wrong with a name, title or key; null when all is right.</summary>
    public static SheetProblem? Problem(Guid key, string? who) =>
        key == Guid.Empty ? new("/key", "Every write carries a key of its own.") : JobNames.Who(who);
}
