using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Steps;

/// <summary>Arrays made over drives, and what is measured before.</summary>
internal static partial class DriveSteps
{
    public static IEnumerable<Step> Arrays(StepInput q, ArraySheet arrays)
    {
        var made = q.Made.Select(a => a.Name).ToHashSet();
        if (Baseline(q) is { } baseline)
            yield return baseline;
        foreach (var array in arrays.Planned.Where(a => a.Why is null && made.Contains(a.Plan.Name)))
        {
            var mends = q.Mends(array.Plan);
            if (mends.Count > 0)
                yield return Mend(array, mends);
            if (q.GrownFrom(array.Plan) is not { } was)
                yield return Create(q, array);
            else if (array.Plan.Members.Except(was.Members).Except(mends).ToArray() is { Length: > 0 } added)
                yield return Grow(array, added);
        }
    }

    /// <summary>What each drive does alone is measured before it joins an array: later there is no number to compare with. Common practice,
    /// no source.</summary>
    private static Step? Baseline(StepInput q)
    {
        var drives = AloneRates.Of(q);
        return drives.Count == 0
            ? null
            : new(
                "drive:baseline",
                Runbook.Start,
                drives.Sum(d => d.Places.Count) is > 1 and var count
                    ? $"Measure each of {count} drives alone before it joins an array"
                    : "Measure the drive alone before it joins an array",
                [
                    .. drives.Select(d => $"{d.Model}: reading in order {d.Words} at its start ({d.Source})."),
                    "Its health first: hours, sectors set aside, errors; by serial number, into the capture.",
                    "One that reads well below its neighbours is looked at before it carries data.",
                ],
                "Reading alone: no writing test on a drive that holds something.",
                [.. drives.SelectMany(d => d.Places)],
                3 + drives.Sum(d => d.Places.Count)
            );
    }

    /// <summary>Begins the key of the step that takes an array over.</summary>
    internal const string ImportPrefix = "import:";

    /// <summary>Arrays that meet another controller are taken over there as they are. Common practice, no source.</summary>
    public static IEnumerable<Step> Imports(StepInput q, ArraySheet arrays)
    {
        foreach (var (array, was, now) in ForeignArray.Of(q))
        {
            var members = array.Members.Select(m => m.Name).ToList();
            var shown = arrays.Planned.FirstOrDefault(a => a.Plan.Name == array.Name)?.Capacity is { } capacity
                ? $"It shows {DiskSpace.Binary(capacity.Usable)}. "
                : "";
            yield return new(
                ImportPrefix + array.Name,
                Runbook.Start,
                $"Import array {array.Name} on {now.Name} as it is",
                [
                    $"Open the set-up of {now.Name}: it reports a foreign array, made by {was.Name}.",
                    $"Look that all {Say.Count(members.Count, "member", "members")} are listed: {string.Join(' ', members)}. "
                        + "One is missing: stop, look at its bay and its cable, and begin again.",
                    "Import it. Nothing is created, initialised or cleared.",
                    $"{shown}Read its state; where it rebuilds, wait for the end before the next start.",
                    "Open files on it before the old controller is given away.",
                ],
                "Clearing a foreign array, or creating one over its drives, loses what it holds.",
                [now.Place, .. array.Members],
                10
            );
        }
    }

    /// <summary>An array that lost drives which are gone from the machine takes the new ones in their place. Common practice, no
    /// source.</summary>
    private static Step Mend(ArrayFigures array, IReadOnlyList<Place> mends)
    {
        var hours = array.Rebuild is { } rebuild ? $"about {Hours.Words(rebuild.Hours)}" : "how long is not known";
        return new(
            "mend:" + array.Plan.Name,
            Runbook.Start,
            $"Give array {array.Plan.Name} its new {(mends.Count == 1 ? "drive" : "drives")} in "
                + string.Join(' ', mends.Select(p => p.Name)),
            [
                $"Add {(mends.Count == 1 ? "it" : "them, one at a time,")} as what it is missing, by its keeper’s own means: "
                    + $"{Keepers.Of(array.Plan.Host).Name}. It keeps its number of members.",
                $"Let it rebuild: {hours}. Read its state: no member missing, no rebuild running.",
            ],
            "Nothing is created anew and nothing is grown before it is whole: until then it has less redundancy, or none.",
            [.. mends],
            5
        )
        {
            WaitHours = array.Rebuild?.Hours,
        };
    }

    private static Step Grow(ArrayFigures array, Place[] added) =>
        new(
            "array:" + array.Plan.Name,
            Runbook.Start,
            $"Grow array {array.Plan.Name} to {array.Plan.Members.Count} drives",
            [
                $"Add {string.Join(' ', added.Select(p => p.Name))} to it, by its keeper's own growing: "
                    + $"{Keepers.Of(array.Plan.Host).Name}.",
                "Let the reshape run to its end before anything else is changed.",
                $"It is to show {DiskSpace.Binary(array.Capacity!.Usable)} afterwards; then grow the file system on it.",
            ],
            "Never create it anew: that erases it. Is the backup read back?",
            [.. array.Plan.Members],
            10
        );

    private static Step Create(StepInput q, ArrayFigures array)
    {
        var plan = array.Plan;
        var erased = ArrayRules.Erased(q, plan);
        return new(
            "array:" + plan.Name,
            Runbook.Start,
            $"Create array {plan.Name}: {array.Words.ToLowerInvariant()} over {Say.Count(plan.Members.Count, "drive", "drives")}",
            [
                "Members in this order: "
                    + $"{string.Join(' ', plan.Members.Select(p => p.Name))}"
                    + (plan.AllSpares.Count == 0 ? "." : $"; spare {string.Join(' ', plan.AllSpares.Select(p => p.Name))}, {For(plan)}."),
                $"{(array.Code is { } code ? Say.Capital(code) : array.Words)}, strip "
                    + $"{array.StripKiB} KiB, name {plan.Name}, kept by {Keepers.Of(plan.Host).Name}.",
                .. Settings(q, plan),
                $"Quick initialisation takes seconds; a full pass {array.InitialiseHours:0.#} h at rest, about "
                    + $"{array.InitialiseHours / (q.Figures.RebuildShare ?? DriveDefaults.UsualRebuildShare):0.#} h beside other work.",
                LevelTable.Of(plan.Level).Penalty >= 4
                    ? "It may be used at once; a drive that fails before the pass has ended can cost it, so data comes after. Watch the "
                        + "drives’ temperatures meanwhile."
                    : "It may be used at once. Watch the drives’ temperatures until the pass has ended.",
                "Read every place on the screen against this list before you confirm.",
            ],
            erased.Count > 0
                ? $"Erases {string.Join(", ", erased.Select(p => Named(q, p)))} for good. Is the backup read back?"
                : "Creating an array erases its drives. Never do it to get an old array back.",
            [.. plan.Members],
            8,
            erased.Count > 0 ? [.. erased.Select(p => p.Name)] : null
        );
    }

    /// <summary>A drive by place, model and serial number, as far as they are known.</summary>
    private static string Named(StepInput q, Place place)
    {
        var unit = q.Found.At(place)!;
        return $"{place.Name} "
            + (
                unit.Serial is { } serial ? $"({unit.Drive?.Model ?? unit.Short}, serial {serial})" : $"({unit.Drive?.Model ?? unit.Short})"
            );
    }

    /// <summary>What a controller asks besides: cache, reading ahead, whether flash may cache it. Usual choices (common practice, no
    /// source).</summary>
    private static IEnumerable<string> Settings(StepInput q, ArrayPlan plan)
    {
        if (plan.Host != ArrayHost.Controller)
            yield break;
        // The set-up of a board asks no more than this: the drives' own cache and reading ahead are left to the system's program.
        if (BayController.Boards(q.Sheet).Any(b => StorageModes.Keeps(b, plan, q.ControllerAt)))
        {
            yield return "The set-up of a board asks for level, strip, size and name alone; write-back, where its program in the "
                + "system offers it, lies in main memory: leave it off.";
            yield break;
        }
        var guarded = q.Planned.Units.Values.Any(u => u.Card?.Controller?.IsGuarded == true);
        var inOrder = Workloads.Of(plan.Use).InOrder;
        yield return $"Writes: {(guarded ? "write-back, and write-through whenever its unit is not charged" : "write-through")}; "
            + $"reading ahead {(inOrder ? "on" : "off")}; the drives’ own write cache off.";
        if (q.Caches.Any(c => c.Volumes.Any(v => v.Array == plan.Name)))
            yield return "Allow caching on flash now: on many controllers it can't be allowed later.";
    }

    private static string For(ArrayPlan plan) => plan.SparesForAll ? "for all arrays" : "for this one alone";
}
