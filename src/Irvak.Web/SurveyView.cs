using Irvak.Core.Contracts;
using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Web;

/// <summary>What Survey shows beside places and unknowns.</summary>
/// <param name="Checks">Does it work before anybody touches it?</param>
/// <param name="Disputes">Sources that contradict each other.</param>
/// <param name="Loose">Drives that no capture puts into a bay.</param>
/// <param name="Bays">Bay, serial number, name in the system, array.</param>
/// <param name="Doubts">Facts of the sheet that don't go together.</param>
/// <param name="Notes">Notes by what they are about.</param>
public sealed record SurveyView(
    IReadOnlyList<SurveyCheck> Checks,
    IReadOnlyList<Dispute> Disputes,
    IReadOnlyList<LooseDrive> Loose,
    IReadOnlyList<BayRow> Bays,
    IReadOnlyList<SheetProblem> Doubts,
    IReadOnlyDictionary<string, string> Notes
)
{
    public static SurveyView Of(JobState state)
    {
        var loose = LooseDrives.Of(state);
        return new(
            SurveyChecks.Of(state),
            Contradictions.Of(state),
            loose,
            BayMap.Of(state, loose),
            state.Sheet is null ? [] : SheetDoubts.Of(state.Sheet),
            state.Notes
        );
    }
}
