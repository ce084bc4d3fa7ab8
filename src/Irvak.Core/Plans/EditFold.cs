using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Moving;
using Irvak.Core.Survey;

namespace Irvak.Core.Plans;

/// <summary>Edits onto a state: each kind says itself what it refuses and what it makes of its part.</summary>
public static class EditFold
{
    /// <summary>Why an edit can't be applied to a state: a path into the edit and a sentence; null when it can.</summary>
    public static SheetProblem? Refusal(JobState state, Edit edit) =>
        edit switch
        {
            Together together => RefusalOf(state, together),
            JobEdit whole => whole.Refusal(state),
            AnswerUnknown answer when ModeUnknowns.IsOne(answer) => ModeUnknowns.Refusal(state, state.Controllers, answer),
            MachineEdit machine => machine.Refusal(state),
            PlanMove move => move.Refusal(state, state.Arrays),
            _ => Slice.Of(edit).Refusal(state, edit),
        };

    /// <summary>The edit as history keeps it: with what stood there before where it changes single fields.</summary>
    public static Edit Completed(JobState state, Edit edit) =>
        edit switch
        {
            ChangeFields change => FieldFold.Completed(state, change),
            Together together when together.Edits.Any(e => e is ChangeFields) => together with
            {
                Edits = [.. CompletedOneByOne(state, together)],
            },
            _ => edit,
        };

    private static IEnumerable<Edit> CompletedOneByOne(JobState state, Together together)
    {
        foreach (var edit in together.Edits)
        {
            yield return Completed(state, edit);
            state = Apply(state, edit, Stamp.None);
        }
    }

    /// <summary>The state after an edit that <see cref="Refusal"/> lets pass.</summary>
    public static JobState Apply(JobState state, Edit edit, Stamp stamp) =>
        edit switch
        {
            Together together => together.Edits.Aggregate(state, (s, e) => Apply(s, e, stamp)),
            JobEdit whole => whole.Applied(state, stamp),
            AnswerUnknown answer when ModeUnknowns.IsOne(answer) => Apply(state, ModeUnknowns.EditOf(answer), stamp),
            // Carriers bring places and take them away again.
            MachineEdit machine => (JobState)CarrierPlaces.Settled(machine.Applied(state, stamp)),
            _ => Slice.Of(edit).Applied(state, edit, stamp),
        };

    private static SheetProblem? RefusalOf(JobState state, Together together)
    {
        if (string.IsNullOrWhiteSpace(together.What))
            return new("/edit/what", "A group says what it does.");
        if (together.Edits.Count is 0 or > 256)
            return new("/edit/edits", "A group holds 1 to 256 edits.");
        for (var i = 0; i < together.Edits.Count; i++)
        {
            var edit = together.Edits[i];
            if (edit is Together)
                return new($"/edit/edits/{i}", "A group holds no groups.");
            if (Refusal(state, edit) is { } problem)
                return problem with { Path = $"/edit/edits/{i}" + problem.Path["/edit".Length..] };
            state = Apply(state, edit, Stamp.None);
        }
        return null;
    }
}
