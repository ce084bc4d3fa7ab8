using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Plans;

/// <summary>An edit that looks at several slices of a job, or changes several.</summary>
public abstract record JobEdit : Edit
{
    /// <summary>Why it can't be applied: a path into the edit and a sentence; null when it can.</summary>
    public virtual SheetProblem? Refusal(JobState state) => null;

    /// <summary>The state after it.</summary>
    public abstract JobState Applied(JobState state, Stamp stamp);
}
