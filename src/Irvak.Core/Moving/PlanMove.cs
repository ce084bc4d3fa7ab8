using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Moving;

/// <summary>Says how the data of something that goes reaches its new home.</summary>
/// <param name="Subject">An array by <c>array:NAME</c>, or a drive by its place.</param>
/// <param name="Way">Null takes the decision back.</param>
/// <param name="To">Name of the array, or place of the drive, that takes it; null for nothing.</param>
[EditName("planMove")]
public sealed record PlanMove(string Subject, MoveWay? Way, string? To) : SliceEdit<MovingSlice>
{
    public override IEnumerable<string> Touches() => ["move:" + Subject];

    public override string ValueAt(string subject) =>
        Way is null ? "not said" : $"{Moves.Words[Way.Value].Name.ToLowerInvariant()}{(To is null ? "" : " to " + Place.NameIn(To))}";

    public override string Tell() =>
        Way is null
            ? $"takes back where {Place.NameIn(Subject)} goes"
            : $"plans {Moves.Words[Way.Value].Name.ToLowerInvariant()} for "
                + $"{Place.NameIn(Subject)}{(To is null ? "" : $", to {Place.NameIn(To)}")}";

    public override MovingSlice Applied(MachineState machine, MovingSlice slice, Stamp stamp) =>
        slice with
        {
            Moves = Way is { } way ? slice.Moves.SetItem(Subject, new PlannedMove(way, To)) : slice.Moves.Remove(Subject),
        };

    /// <summary>Why it can't be applied beside these arrays; null when it can.</summary>
    public SheetProblem? Refusal(MachineState machine, ArraySlice arrays)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (
            !(
                Subject.StartsWith("array:", StringComparison.Ordinal)
                    ? JobArrays.Found(machine).Any(a => "array:" + a.Name == Subject)
                    : SheetPlaces.Has(sheet, Place.Parse(Subject))
            )
        )
            return new("/edit/subject", $"Nothing called {Place.NameIn(Subject)} was found.");
        return To is null || SheetPlaces.Has(sheet, Place.Parse(To)) || JobArrays.Planned(machine, arrays).Any(a => a.Name == To)
            ? null
            : new("/edit/to", $"There is no {To} in the plan.");
    }
}
