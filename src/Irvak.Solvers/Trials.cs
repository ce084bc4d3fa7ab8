using Irvak.Core;
using Irvak.Core.Edits;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;

namespace Irvak.Solvers;

/// <summary>Edits tried on one state of a job, each worked out once however many findings it could be a way out of.</summary>
/// <param name="evaluate">Evaluates a state with the job's evidence and shelf.</param>
public sealed class Trials(JobState state, Func<JobState, Evaluation> evaluate)
{
    // A few dozen at most: looking through them is nothing beside working one out.
    private readonly List<(Edit Edit, (JobState State, Evaluation After)? Outcome)> _tried = [];

    public JobState State => state;

    /// <summary>Evaluations that were made.</summary>
    public int Made { get; private set; }

    /// <summary>The job with an edit, worked out; null when it can't be applied.</summary>
    public (JobState State, Evaluation After)? With(Edit edit)
    {
        foreach (var (tried, known) in _tried)
            if (Alike.Same(tried, edit))
                return known;
        var outcome = EditFold.Refusal(state, edit) is null ? WorkedOut(EditFold.Apply(state, edit, Stamp.None)) : null;
        _tried.Add((edit, outcome));
        return outcome;
    }

    private (JobState State, Evaluation After)? WorkedOut(JobState changed)
    {
        Made++;
        return (changed, evaluate(changed));
    }
}
