using System.Text.Json;
using Irvak.Core;
using Irvak.Core.Edits;
using Irvak.Core.Plans;

namespace Irvak.Solvers;

/// <summary>Edits tried on one state of a job, each worked out once however many findings it could be a way out of.</summary>
/// <param name="evaluate">Evaluates a state with the job's evidence and shelf.</param>
public sealed class Trials(JobState state, Func<JobState, Evaluation> evaluate)
{
    private readonly Dictionary<string, (JobState State, Evaluation After)?> _tried = new(StringComparer.Ordinal);

    public JobState State => state;

    /// <summary>Evaluations that were made.</summary>
    public int Made { get; private set; }

    /// <summary>The job with an edit, worked out; null when it can't be applied.</summary>
    public (JobState State, Evaluation After)? With(Edit edit)
    {
        // Two edits that are written alike do the same.
        var text = edit.GetType().Name + JsonSerializer.Serialize(edit, edit.GetType());
        if (_tried.TryGetValue(text, out var known))
            return known;
        if (EditFold.Refusal(state, edit) is not null)
            return _tried[text] = null;
        var changed = EditFold.Apply(state, edit, Stamp.None);
        Made++;
        return _tried[text] = (changed, evaluate(changed));
    }
}
