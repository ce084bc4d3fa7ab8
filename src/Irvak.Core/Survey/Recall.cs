using System.Collections.Immutable;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Survey;

/// <summary>Puts what another job left beside the places of this one, to be confirmed there. None of it counts as found.</summary>
/// <param name="Job">Number of that job.</param>
/// <param name="On">When that job was begun.</param>
/// <param name="Same">False where that job was about another machine of this kind.</param>
/// <param name="Places">What it left; null for a place that it left empty.</param>
[EditName("recall")]
public sealed record Recall(string Job, DateOnly On, bool Same, IReadOnlyDictionary<Place, Unit?> Places) : MachineEdit
{
    public override IEnumerable<string> Touches() => ["recalled"];

    public override string ValueAt(string subject) => "job " + Job;

    public override string Tell() => $"remembers what job {Job} left in {Places.Count} places";

    public override SheetProblem? Refusal(MachineState machine) =>
        machine.Sheet is null ? new("/edit", "The machine has no sheet yet.")
        : Job.Length is 0 or > 20 ? new("/edit/job", "A job has a number.")
        : null;

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        machine with
        {
            Recalled = Places.ToImmutableSortedDictionary(p => p.Key, p => new Remembered(p.Value, Job, On, Same)),
        };
}
