using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>Begins a job from another one: its machine sheet, who the machine is, and what lies in it as far as that job tells.</summary>
internal static class LikeJob
{
    /// <param name="same">True for the same machine: its serial number and names come along.</param>
    /// <returns>None for a job without a machine.</returns>
    public static IEnumerable<Edit> Edits(Job like, bool same)
    {
        var state = like.State;
        if (state.Sheet is not { } sheet)
            yield break;
        yield return new AdoptSheet(CarrierPlaces.Without(sheet));
        if (same && state.System is { Serial: not null } or { HostName: not null } or { ManagementAddress: not null })
            yield return new RecordFound(
                new Dictionary<Place, Unit?>(),
                new SystemFacts
                {
                    Serial = state.System.Serial,
                    HostName = state.System.HostName,
                    ManagementAddress = state.System.ManagementAddress,
                },
                $"job {like.Number}"
            );
        if (Left(state) is { Count: > 0 } left)
            yield return new Recall(like.Number, DateOnly.FromDateTime(like.BegunAt.UtcDateTime), same, left);
    }

    /// <summary>What lies in the places after that job: as planned once it was handed over, else as found.</summary>
    private static Dictionary<Place, Unit?> Left(JobState state)
    {
        var done = state.HandedOver is not null;
        var left = (done ? state.Planned.Units : state.Found).ToDictionary(u => u.Key, u => (Unit?)Plain(u.Value));
        foreach (var empty in state.FoundEmpty.Where(p => !left.ContainsKey(p)))
            left[empty] = null;
        foreach (var (place, planned) in done ? state.Plan.Where(p => p.Value.Unit is null) : [])
            left[place] = null;
        return left;
    }

    /// <summary>What the piece is; what was measured of it then is of that day.</summary>
    private static Unit Plain(Unit unit) =>
        new()
        {
            Module = unit.Module,
            Processor = unit.Processor,
            Drive = unit.Drive,
            Card = unit.Card,
            Accessory = unit.Accessory,
            Serial = unit.Serial,
            Source = "another job",
        };
}
