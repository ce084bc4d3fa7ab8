using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Running;
using Irvak.Core.Sheets;
using Irvak.Core.Shopping;
using Irvak.Core.Verdicts;
using Irvak.Core.Volumes;

namespace Irvak.Core.Distances;

/// <summary>One cell of the ledge: how far the plan is from a wish.</summary>
/// <param name="Found">Value as found; null when it is not known.</param>
/// <param name="Planned">Value as planned; null when it is not known.</param>
/// <param name="Wish">The wish or limit; null when none is set.</param>
/// <param name="IsLimit">True when staying below is good.</param>
/// <param name="AtLeast">What the plan has at least, where the whole is not known; null when it is, or when nothing is.</param>
/// <param name="AtMost">What it has at most, where no more is known; null when it is, or when nothing is.</param>
public sealed record Distance(
    string Name,
    string Unit,
    double? Found,
    double? Planned,
    double? Wish,
    bool IsLimit,
    double? AtLeast = null,
    double? AtMost = null
);

/// <summary>The distances between the plan and the aim.</summary>
public static class AimDistance
{
    public static readonly Rule Memory = new(
        "AIM-MEMORY",
        Family.Aim,
        Severity.Care,
        "{planned} of memory, {short} short of the wish for {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job",
        Basis.Sheet
    );

    public static readonly Rule Money = new(
        "AIM-MONEY",
        Family.Aim,
        Severity.Care,
        "The parts cost {planned}, {over} over the limit of {limit}.",
        "The limit is what the owner agreed to.",
        "aim of this job; price list of the shop",
        Basis.Sheet
    );

    public static readonly Rule Space = new(
        "AIM-SPACE",
        Family.Aim,
        Severity.Care,
        "{planned} of space, {short} short of the wish for {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static readonly Rule Failures = new(
        "AIM-FAILURES",
        Family.Aim,
        Severity.Care,
        "{array} survives {planned}, the wish is {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static IReadOnlyList<Distance> Of(AimInput q, AimSheets of)
    {
        var (memory, arrays, lanes, paths) = of;
        var distances = new List<Distance>();
        // A shelf of drives has no memory: nothing is said of it rather than 0.
        var memoryless = q.Memory.Sheet.Channels.Count == 0 && q.Memory.Sheet.Sockets.Count == 0;
        if (!memoryless)
        {
            distances.Add(
                new(
                    "Memory",
                    "GiB",
                    Known(memory.Found),
                    Known(memory.Planned),
                    q.Aim.MemoryGiB,
                    false,
                    memory.Planned is { AllKnown: false, UsableMiB: > 0 } some ? some.UsableMiB / 1024.0 : null
                )
            );
            distances.Add(
                new(
                    "Rate",
                    "MT/s",
                    memory.Found.Rate.RateMTs,
                    memory.Planned.Rate.RateMTs,
                    null,
                    false,
                    AtMost: memory.Planned.Rate is { RateMTs: null, HighMTs: { } most } ? most : null
                )
            );
        }
        if (arrays.Planned.Count > 0 || arrays.Found.Count > 0 || SpaceWished(q) is not null)
            distances.Add(
                new(
                    "Usable",
                    "TB",
                    arrays.Found.Count == 0 ? null : ArraySheet.Usable(arrays.Found) / 1e12,
                    Usable(q, arrays) / 1e12,
                    SpaceWished(q),
                    false
                )
            );
        // Scratch space is there to be lost: it survives nothing and need not.
        if (arrays.Planned.Concat(arrays.Found).Any(a => !a.Plan.Scratch) || q.Aim.Failures is not null)
            distances.Add(
                new("Survives", "drives", ArraySheet.Survives(arrays.Found), ArraySheet.Survives(arrays.Planned), q.Aim.Failures, false)
            );
        if (PathSheet.Best(paths.Planned, q.Arrays.Arrays) is { } best)
            distances.Add(
                new(
                    "Reads at best",
                    "MB/s",
                    PathSheet.Best(paths.Found, q.Arrays.FoundArrays)?.MegabytesPerSecond,
                    best.MegabytesPerSecond,
                    q.Aim.ReadMBs?.MegabytesPerSecond,
                    false
                )
            );
        // A part without a price costs something: the sum of the others is the least.
        var (total, whole) = ((double)of.Shopping.TotalEur, of.Shopping.WithoutPrice == 0);
        distances.Add(new("Money", "EUR", 0, whole ? total : null, (double?)q.Aim.MoneyLimitEur, true, !whole && total > 0 ? total : null));
        // Of a place that nobody looked at, nobody knows whether its lanes are free.
        if (lanes.LeftAtLeast is { } least)
            distances.Add(new("Lanes left", "", lanes.Left, lanes.Left, null, false, lanes.Left is null && least > 0 ? least : null));
        if (!memoryless)
            distances.Add(new("Memory slots left", "", Free(q, q.Memory.Found), Free(q, q.Memory.Planned), null, false));
        return [.. distances, .. Further(q, of)];
    }

    /// <summary>Distances that the ledge shows only where there is a wish.</summary>
    private static IEnumerable<Distance> Further(AimInput q, AimSheets of)
    {
        if (PathSheet.Best(of.Paths.Planned, q.Arrays.Arrays, PathWay.Write) is { } writes)
            yield return new(
                "Writes at best",
                "MB/s",
                PathSheet.Best(of.Paths.Found, q.Arrays.FoundArrays, PathWay.Write)?.MegabytesPerSecond,
                writes.MegabytesPerSecond,
                q.Aim.WriteMBs?.MegabytesPerSecond,
                false
            );
        if (of.Arrays.Planned.Concat(of.Arrays.Found).Any(a => !a.Plan.Scratch) || q.Aim.LossPercent is not null)
            yield return new("Loss in 5 years", "%", Loss(of.Arrays.Found), Loss(of.Arrays.Planned), q.Aim.LossPercent, true);
        yield return new("Machine off", "h", 0, Steps.TimeOff.Hours(of.Runbook), q.Aim.AwayHours, true);
        yield return Draws(q, of);
    }

    /// <summary>What sits where nobody looked draws too: the rest is the least.</summary>
    private static Distance Draws(AimInput q, AimSheets of)
    {
        var places = SheetPlaces.All(q.Arrays.Sheet);
        double? found =
            of.FoundPower.Unseen.Count == 0 && places.All(p => LookedAt(q, q.Arrays.Found, p))
                ? Math.Round(of.FoundPower.SteadyWatt)
                : null;
        var planned = Math.Round(of.Power.SteadyWatt);
        return of.Power.Unseen.Count == 0 && places.All(p => q.Arrays.Changed.Contains(p) || LookedAt(q, q.Arrays.Planned, p))
            ? new("At work", "W", found, planned, q.Aim.Watts, true)
            : new("At work", "W", found, null, q.Aim.Watts, true, planned);
    }

    /// <summary>Whether it is known what draws current in a place: a part, nothing, or nothing that runs, behind an empty socket.</summary>
    private static bool LookedAt(AimInput q, Build build, Place p) =>
        !(p.IsSlot || p.IsSocket || p.HoldsDrive || p.Kind == PlaceKind.Card)
        || build.At(p) is not null
        || q.Arrays.FoundEmpty.Contains(p)
        || (p.IsSlot && q.Memory.Sheet.Channels.FirstOrDefault(c => c.Slots.Contains(p.Name)) is { } c && !build.HasProcessor(c.Socket));

    /// <summary>Bytes of all arrays of the plan; null where one has no figures, and where there is none and nobody looked whether drives
    /// lie there, or told what space a drive has that does.</summary>
    private static long? Usable(AimInput q, ArraySheet arrays) =>
        arrays.Planned.Count == 0 && SheetPlaces.All(q.Arrays.Sheet).Any(p => p.HoldsDrive && MayHold(q, p))
            ? null
            : ArraySheet.Usable(arrays.Planned);

    /// <summary>True for a place that stays as it is, and into which nobody looked, or in which a drive lies whose space nobody
    /// told.</summary>
    private static bool MayHold(AimInput q, Place place) =>
        !q.Arrays.Changed.Contains(place) && (!LookedAt(q, q.Arrays.Planned, place) || q.Arrays.Planned.At(place)?.Drive is not null);

    /// <summary>Of the array that is likeliest lost, percent; null without one, and when one is not known.</summary>
    private static double? Loss(IReadOnlyList<ArrayFigures> arrays) =>
        arrays.Where(a => !a.Plan.Scratch).ToList() is { Count: > 0 } kept && kept.All(a => a.Loss is not null)
            ? kept.Max(a => a.Loss!.Either) * 100
            : null;

    /// <summary>Space wished: as it was said, else what all volumes need after the years that are looked ahead; null when neither is
    /// known.</summary>
    private static double? SpaceWished(AimInput q) =>
        q.Aim.UsableTB ?? (q.Volumes.Count == 0 ? null : q.Volumes.Aggregate((double?)0, (sum, v) => sum + v.InTB(q.Aim.Ahead)));

    public static IEnumerable<Finding> Judge(AimInput q, AimSheets of) =>
        [
            .. Judge(q, of.Memory, of.Arrays, of.Shopping),
            .. WishRules.Judge(q, of),
            .. NeedRules.Judge(of.Need, of.Memory.Planned),
            .. VolumeRules.Judge(of.Volumes, of.Arrays, q.Aim.Ahead),
        ];

    private static IEnumerable<Finding> Judge(AimInput q, Memory.MemorySheet memory, ArraySheet arrays, ShoppingList list)
    {
        var planned = ByteCount.FromMiB(memory.Planned.UsableMiB);
        if (memory.Planned.AllKnown && q.Aim.MemoryGiB is { } wish && planned.WholeMiB < wish * 1024L)
        {
            var wanted = ByteCount.FromMiB(wish * 1024L);
            yield return Finding.Of(
                Memory,
                [],
                Worked.Sum(
                    "aim of this job",
                    new("short", (wanted - planned).ToString(), true),
                    new("wish", wanted.ToString()),
                    new("planned", planned.ToString())
                ),
                ("planned", planned),
                ("short", (wanted - planned)),
                ("wish", wanted)
            );
        }
        if (q.Aim.UsableTB is { } space && Usable(q, arrays) is { } usable && usable < space * 1e12)
            yield return Finding.Of(
                Space,
                [],
                Worked.Sum(
                    "aim of this job",
                    new("short", DiskSpace.TB((long)(space * 1e12) - usable), true),
                    new("wish", DiskSpace.TB((long)(space * 1e12))),
                    new("planned, over all arrays", DiskSpace.TB(usable))
                ),
                ("planned", new DiskSpace(usable)),
                ("short", new DiskSpace((long)(space * 1e12) - usable)),
                ("wish", new DiskSpace((long)(space * 1e12)))
            );
        if (q.Aim.Failures is { } failures)
            foreach (var weak in arrays.Planned.Where(a => a.Why is null && !a.Plan.Scratch && a.LeftNow < failures))
                yield return Finding.Of(
                    Failures,
                    [.. weak.Plan.Members],
                    Worked.Against(
                        "aim of this job; definition of the level",
                        ("failed drives it survives", $"{weak.LeftNow}"),
                        "<",
                        ("wish", $"{failures}")
                    ),
                    ("array", weak.Plan.Name),
                    ("planned", weak.LeftNow == 0 ? "no failed drive" : Say.Count(weak.LeftNow!.Value, "failed drive", "failed drives")),
                    ("wish", failures)
                );
        if (q.Aim.MoneyLimitEur is { } limit && list.TotalEur > limit)
            yield return Finding.Of(
                Money,
                [],
                list.Sum(),
                ("planned", Quantities.Money.Euro(list.TotalEur).ToString()),
                ("over", Quantities.Money.Euro(list.TotalEur - limit).ToString()),
                ("limit", Quantities.Money.Euro(limit).ToString())
            );
    }

    private static double? Known(Memory.MemoryFigures memory) => memory.AllKnown ? memory.UsableMiB / 1024.0 : null;

    private static int? Free(AimInput q, Build build) =>
        !q.Memory.AllSlotsKnown(build)
            ? null
            : q.Memory.Sheet.Channels.Sum(c => c.Slots.Count(s => build.ModuleAt(s) is null && build.HasProcessor(c.Socket)));
}
