using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Plans;

/// <summary>Takes a machine sheet as this job's own.</summary>
[EditName("adoptSheet")]
public sealed record AdoptSheet(MachineSheet Sheet) : JobEdit
{
    public override IEnumerable<string> Touches() => ["sheet"];

    public override string ValueAt(string subject) => Sheet.FullName;

    public override string Tell() => $"takes the sheet {Sheet.FullName}{(Sheet.Draft ? ", a draft" : "")}";

    public override SheetProblem? Refusal(JobState state) =>
        SheetCheck.Check(Sheet) is [var first, ..] ? first with { Path = "/edit/sheet" + first.Path } : null;

    /// <summary>Another sheet keeps what was found and planned in the places that exist on it too; what captures had said takes its
    /// places.</summary>
    public override JobState Applied(JobState state, Stamp stamp)
    {
        var sheet = CarrierPlaces.Onto(Sheet, state);
        var places = SheetPlaces.All(sheet).ToHashSet();
        var within = state with
        {
            Controllers = state.Controllers.Within(sheet),
            Lanes = state.Lanes.Within(sheet),
            Power = state.Power.Within(sheet, places),
            Moving = state.Moving.Within(places),
            Boot = state.Boot.Within(places),
            Caches = state.Caches.Within(places),
            Arrays = state.Arrays.Within(places),
        };
        return (JobState)CarrierPlaces.Settled(SurveyFold.ReadAgain(SurveyFold.Onto(within, sheet, places)));
    }
}
