using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Survey;

/// <summary>Takes back what a person said of the machine or of what sits in a place: what captures or the sheet told before stands
/// again, and where nothing did it is not known.</summary>
/// <param name="Path">Of the question, as <see cref="UnknownRegister"/> names it; <c>found.slot:A1</c> for a place.</param>
[EditName("takeBack")]
public sealed record TakeBack(string Path) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Spot is { } place ? "found:" + place : "answer:" + Path];

    public override string ValueAt(string subject) => "taken back";

    public override string Tell() => Spot is { } place ? $"takes back what sits in {place.Name}" : $"takes back {Path}";

    public override SheetProblem? Refusal(MachineState machine)
    {
        if (machine.Sheet is null)
            return new("/edit", "The machine has no sheet yet.");
        if (Spot is not { } place)
            return machine.Told.ContainsKey(Path) ? null : new("/edit/path", $"Nobody answered {Path}: there is nothing to take back.");
        if (machine.RefusePlace(place, "/edit/path") is { } problem)
            return problem;
        return IsByHand(machine, place) ? null : new("/edit/path", $"Nobody told by hand what sits in {place.Name}.");
    }

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        Spot is { } place ? SurveyFold.Unseen(machine, place) : ToldFacts.TakenBack(machine, Path);

    /// <summary>True where what is known of a place is a person's word.</summary>
    public static bool IsByHand(MachineState machine, Place place) =>
        machine.Found.TryGetValue(place, out var unit)
            ? unit.Source == SurveyFold.ByHand || unit.Source.StartsWith(Confirmed, StringComparison.Ordinal)
            : machine.EmptyBy.GetValueOrDefault(place) == SurveyFold.ByHand;

    /// <summary>How the source of a unit begins that another job left, once a person says that it is there still.</summary>
    private const string Confirmed = "as in job ";

    private Place? Spot =>
        Path.StartsWith(AskedFor.OfPlaces, StringComparison.Ordinal) ? Place.Parse(Path[AskedFor.OfPlaces.Length..]) : null;
}
