using Irvak.Core;
using Irvak.Core.Edits;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;

namespace Irvak.Solvers;

/// <summary>Edits tried on one state of a job: what they lead to is worked out once, however many findings they could be ways out
/// of.</summary>
/// <param name="evaluate">Evaluates a state with the job's evidence and shelf.</param>
public sealed class Trials(JobState state, Func<JobState, Evaluation> evaluate)
{
    // A few dozen at most: looking through them is nothing beside working one out.
    private readonly List<(JobState State, Evaluation After)> _tried = [];

    public JobState State => state;

    /// <summary>Evaluations that were made.</summary>
    public int Made { get; private set; }

    /// <summary>The job with an edit, worked out; null when it can't be applied. Edits that lead to the same state are one.</summary>
    public (JobState State, Evaluation After)? With(Edit edit)
    {
        if (EditFold.Refusal(state, edit) is not null)
            return null;
        var changed = EditFold.Apply(state, edit, Stamp.None);
        foreach (var known in _tried)
            if (Alike.Same(known.State, changed))
                return known;
        Made++;
        var tried = (changed, evaluate(changed));
        _tried.Add(tried);
        return tried;
    }
}
