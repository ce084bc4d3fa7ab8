using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
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
    /// <summary>What another job left in places that nobody looked at yet.</summary>
    public required IReadOnlyDictionary<Place, Remembered> Recalled { get; init; }

    /// <summary>What is known of the machine as a whole.</summary>
    public required IReadOnlyList<ToldFact> Known { get; init; }

    /// <summary>Places of which a person told what sits in them.</summary>
    public required IReadOnlyList<Place> ByHand { get; init; }

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
        )
        {
            Known = ToldFacts.Of(state, state.Controllers, state.Aim.Purposes),
            ByHand = [.. state.Found.Keys.Concat(state.EmptyBy.Keys).Where(p => TakeBack.IsByHand(state, p))],
            Recalled = state.Sheet is null ? [] : Open(state, [.. SheetPlaces.All(state.Sheet)]),
        };
    }

    private static Dictionary<Place, Remembered> Open(JobState state, HashSet<Place> places) =>
        state
            .Recalled.Where(r => places.Contains(r.Key) && !state.Found.ContainsKey(r.Key) && !state.FoundEmpty.Contains(r.Key))
            .ToDictionary();
}
