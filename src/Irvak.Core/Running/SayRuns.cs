using System.Globalization;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Running;

/// <summary>Says what runs on the machine, or something else of the one of its name.</summary>
/// <param name="Was">Its name before, where it gets another; null when it keeps it or is new.</param>
[EditName("sayRuns")]
public sealed record SayRuns(RunningThing Thing, string? Was = null) : SliceEdit<RunSlice>
{
    public override IEnumerable<string> Touches() =>
        Was is null || Was == Thing.Name ? ["runs:" + Thing.Name] : ["runs:" + Was, "runs:" + Thing.Name];

    public override string ValueAt(string subject) =>
        subject != "runs:" + Thing.Name ? "another name"
        : Thing.EachGiB is { } each ? $"{Thing.Count} of {Number(each)} GiB"
        : $"{Thing.Count}";

    public override string Tell() =>
        Was is not null && Was != Thing.Name
            ? $"calls {Was}, which runs on it, {Thing.Name}"
            : $"says that {Thing.Name} runs on it: {ValueAt("runs:" + Thing.Name)}";

    public override SheetProblem? Refusal(MachineState machine, RunSlice slice)
    {
        if (Thing.Name.Trim().Length is 0 or > RunningThing.LongestName || Thing.Name != Thing.Name.Trim())
            return new("/edit/thing/name", $"A name has 1 to {RunningThing.LongestName} letters.");
        if (Was is not null && slice.All.All(t => t.Name != Was))
            return new("/edit/was", $"Nothing called {Was} was said to run on it.");
        if (Was is not null && Was != Thing.Name && slice.All.Any(t => t.Name == Thing.Name))
            return new("/edit/thing/name", $"{Thing.Name} runs on it already.");
        if (Was is null && slice.All.Count >= RunningThing.Most && slice.All.All(t => t.Name != Thing.Name))
            return new("/edit/thing", $"At most {RunningThing.Most} things are counted here.");
        if (Thing.Count is < 1 or > RunningThing.MostOfOne)
            return new("/edit/thing/count", $"1 to {RunningThing.MostOfOne} of it run at once.");
        if (Thing.EachGiB is not (null or (>= RunningThing.LeastGiB and <= RunningThing.MostGiB)))
            return new("/edit/thing/eachGiB", $"One needs {Number(RunningThing.LeastGiB)} GiB or more.");
        return null;
    }

    public override RunSlice Applied(MachineState machine, RunSlice slice, Stamp stamp) =>
        slice.All.FindIndex(t => t.Name == (Was ?? Thing.Name)) is >= 0 and var at
            ? slice with
            {
                All = slice.All.SetItem(at, Thing),
            }
            : slice with
            {
                All = slice.All.Add(Thing),
            };

    private static string Number(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);
}
