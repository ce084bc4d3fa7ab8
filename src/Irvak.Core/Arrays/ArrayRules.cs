using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>What speaks for and against a planned array.</summary>
public static class ArrayRules
{
    public static readonly Rule Impossible = new(
        "ARR-LEVEL",
        Family.Array,
        Severity.Stop,
        "{array} can't be made: {why}.",
        "Each level needs its count of drives, and each keeper offers its own levels.",
        "mdadm(8), md(4); controllers: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Erases = new(
        "ARR-ERASE",
        Family.Array,
        Severity.Care,
        "Creating {array} erases {places}, which hold {size}.",
        "An array is written over its drives from the first sector on; what was on them is gone.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule NoRedundancy = new(
        "ARR-NONE",
        Family.Array,
        Severity.Stop,
        "{array} survives no failure, and what it holds is neither scratch nor backed up.",
        "One failed drive loses all of it. Say that it is scratch, or that a backup was read back.",
        "definition of the level",
        Basis.Standard
    );

    public static readonly Rule NotBackup = new(
        "ARR-BACKUP",
        Family.Array,
        Severity.Note,
        "{array} is not a backup: deleted, overwritten or encrypted data is so on every drive.",
        "Redundancy carries on when a drive fails, and does nothing else.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Unequal = new(
        "ARR-UNEQUAL",
        Family.Array,
        Severity.Note,
        "{unused} of {array} lie idle: {place} is the smallest. One of {size} there frees {freed}.",
        "The smallest member sets the measure of its group.",
        "definition of the level",
        Basis.Standard
    );

    public static readonly Rule RebuildRisk = new(
        "ARR-REBUILD",
        Family.Array,
        Severity.Care,
        "A rebuild of {array} reads {read} and meets an unreadable sector in up to {chance} of cases, with nothing left to make up for it.",
        "The rate of a sheet is an upper bound; drives in good health read better. A second redundancy takes this away.",
        "drive's sheet or class; 1 − (1 − p)^bits",
        Basis.Sheet
    );

    public static readonly Rule Strip = new(
        "ARR-STRIP",
        Family.Array,
        Severity.Note,
        "A request of {request} touches {touches} of {drives} drives at strips of {strip}; {suggested} would fit {use} better.",
        "Single requests are best served by one drive, streams by all of them.",
        "1 + (request − 512) ÷ strip; common practice, no source, for what is best",
        Basis.Practice
    );

    public static readonly Rule Twice = new(
        "ARR-TWICE",
        Family.Array,
        Severity.Stop,
        "{place} {is|are} a member of {one} and of {other}.",
        "A drive belongs to one array.",
        "definition",
        Basis.Standard
    );

    // Above this share people should know. Common practice, no source.
    private const double RiskWorthSaying = 0.10;

    internal static IEnumerable<Finding> Judge(ArrayInput q, ArrayFigures array)
    {
        var plan = array.Plan;
        Place[] places = [.. plan.Members];
        // Also where nothing is known of what the array would be: its drives are written over all the same.
        if (Erased(q, plan) is { Count: > 0 } erased)
            yield return Finding.Of(
                Erases,
                erased,
                Held(q, erased),
                ("array", plan.Name),
                ("places", Stated.At(erased)),
                ("size", Size(q, erased))
            );
        if (array.Why is { } why)
        {
            // One that was found is there, whatever is not known of its drives.
            if (q.StillAs(plan) is null)
                yield return Finding.Of(Impossible, places, null, ("array", plan.Name), ("why", why));
            yield break;
        }
        var isNew = q.StillAs(plan) is null;
        if (array.Surely == 0 && !plan.Scratch && !plan.BackedUp)
            yield return Finding.Of(NoRedundancy, places, null, ("array", plan.Name));
        if (array.Surely > 0 && !plan.BackedUp && isNew)
            yield return Finding.Of(NotBackup, places, null, ("array", plan.Name));
        if (Idle(q, array) is { } idle)
            yield return idle;
        if (array.Rebuild is { Unreadable: > RiskWorthSaying } rebuild && array.Surely == 1 && isNew)
            yield return Finding.Of(
                RebuildRisk,
                places,
                Reading(q.Planned, plan, rebuild, q.Figures),
                ("array", plan.Name),
                ("read", new DiskSpace(rebuild.ReadBytes)),
                ("chance", Chance.Words(rebuild.Unreadable))
            );
        if (plan.StripKiB is { } strip && isNew && strip != array.SuggestedStripKiB && array.DataDrives > 1)
            yield return StripNote(array, strip);
    }

    /// <summary>Members that hold something now and lose it: drives that were found there and stay, but for those of an array that only
    /// grows.</summary>
    internal static List<Place> Erased(ArrayInput q, ArrayPlan plan) =>
        q.StillAs(plan) is not null
            ? []
            :
            [
                .. plan.Members.Where(p =>
                    q.Found.At(p)?.Drive is not null && !q.IsNew(p) && q.GrownFrom(plan)?.Members.Contains(p) != true
                ),
            ];

    /// <summary>What lies idle because drives differ, with the one swap that frees most.</summary>
    private static Finding? Idle(ArrayInput q, ArrayFigures array)
    {
        if (array.Capacity is not { UnusedBytes: > 0 } capacity || capacity.UnusedBytes < capacity.Raw / 200)
            return null;
        // One that stays as it was while a member of it is taken out has nothing to swap.
        if (array.Now?.Unplaced > 0 || array.Plan.Members.Any(p => q.Planned.At(p)?.Drive is null))
            return null;
        var drives = array.Plan.Members.Select(p => (Place: p, Drive: q.Planned.At(p)!.Drive!)).ToList();
        var smallest = drives.MinBy(d => d.Drive.Bytes);
        var size = drives.Max(d => d.Drive.Bytes)!.Value;
        var swapped = ArrayFigures.Of(
            array.Plan with
            {
                Reserve = q.ReserveOf(array.Plan, true),
            },
            [.. drives.Select(d => d.Place == smallest.Place ? d.Drive with { Bytes = size } : d.Drive)],
            false
        );
        var freed = (swapped.Capacity?.Usable ?? 0) - capacity.Usable;
        return Finding.Of(
            Unequal,
            [smallest.Place],
            capacity.Why,
            ("unused", new DiskSpace(capacity.UnusedBytes)),
            ("array", array.Plan.Name),
            ("place", Stated.At(smallest.Place)),
            ("size", new DiskSpace(size)),
            ("freed", freed > 0 ? DiskSpace.TB(freed) : "nothing by itself")
        );
    }

    private static Worked Reading(Build build, ArrayPlan plan, Rebuild rebuild, DriveFigures figures)
    {
        var worst = plan.Members.Select(p => DriveDefaults.UnreadablePerBit(build.At(p)?.Drive, figures)).MaxBy(u => u.Value)!;
        return Worked.Sum(
            worst.Source,
            new WorkedLine("at least one unreadable sector", Chance.Words(rebuild.Unreadable), true),
            new("bits read", $"{rebuild.ReadBytes * 8.0:0.00e+0}"),
            new("unreadable per bit, at most", $"{worst.Value:0e+0}")
        );
    }

    /// <summary>Space of the drives that an array is written over; of those whose size nobody knows only that they hold more.</summary>
    private static string Size(ArrayInput q, IReadOnlyList<Place> erased)
    {
        List<long?> sizes = [.. erased.Select(p => q.Found.At(p)!.Drive!.Bytes)];
        var known = DiskSpace.TB(sizes.Sum(s => s ?? 0));
        return sizes.TrueForAll(s => s is not null) ? known
            : sizes.TrueForAll(s => s is null) ? "an unknown amount"
            : $"at least {known}";
    }

    /// <summary>What leaves with the drives that an array is written over.</summary>
    private static Worked Held(ArrayInput q, IReadOnlyList<Place> erased) =>
        Worked.Sum(
            "sector counts of the drives",
            new("size", Size(q, erased), true),
            [
                .. erased.Select(p => new WorkedLine(
                    $"drive in {p.Name}",
                    q.Found.At(p)!.Drive!.Bytes is { } bytes ? DiskSpace.TB(bytes) : "size not known"
                )),
            ]
        );

    private static Finding StripNote(ArrayFigures array, int strip)
    {
        var use = Workloads.Of(array.Plan.Use);
        return Finding.Of(
            Strip,
            [.. array.Plan.Members],
            Worked.Sum(
                Strip.Source,
                new("drives touched", $"{array.Touches:0.#}", true),
                new("request", $"{use.RequestKiB} KiB"),
                new WorkedLine("strip", $"{strip} KiB"),
                new WorkedLine("drives", $"{array.Plan.Members.Count}")
            ),
            ("request", $"{use.RequestKiB} KiB"),
            ("touches", array.Touches.ToString("0.#")),
            ("drives", array.Plan.Members.Count),
            ("strip", $"{strip} KiB"),
            ("suggested", $"{array.SuggestedStripKiB} KiB"),
            ("use", use.Name)
        );
    }

    internal static IEnumerable<Finding> JudgeTogether(ArrayInput q)
    {
        var homes = new Dictionary<Place, string>();
        foreach (var array in q.Arrays)
        foreach (var place in array.Members.Concat(array.AllSpares))
            if (!homes.TryAdd(place, array.Name))
                yield return Finding.Of(Twice, [place], null, ("place", Stated.At(place)), ("one", homes[place]), ("other", array.Name));
    }
}
