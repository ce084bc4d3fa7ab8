using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>A job's machine as lists draw it small.</summary>
public sealed record SmallPlate(
    MachineSheet Sheet,
    IReadOnlyDictionary<Place, Unit> Found,
    IReadOnlyCollection<Place> FoundEmpty,
    IReadOnlyDictionary<Place, Unit> Planned,
    IReadOnlyList<Change> Changes
)
{
    /// <summary>What lists show of a job: its stage, one line of what is in its way, how far it is, and its plate.</summary>
    public static JobListing Listing(JobView view)
    {
        var plate = view.Sheet is { } sheet
            ? Database.ToJson(new SmallPlate(sheet, view.Found, view.FoundEmpty, view.Planned, view.Changes))
            : null;
        var way = view.InTheWay;
        return new JobListing(view.Stage, way.Severity, way.Line, way.Done, way.Total, plate);
    }
}
