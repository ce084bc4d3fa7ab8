using System.ComponentModel;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>The same drives in another level.</summary>
public sealed record LevelColumn(ArrayLevel Level, int Groups, string Words, string? Code, bool IsThis, long Usable, int Surely, int AtBest)
{
    /// <summary>Shares of the sets of one, two, three … failures that are survived.</summary>
    public required IReadOnlyList<double> Survived { get; init; }

    /// <summary>Small requests per second of the array's use.</summary>
    public required double Requests { get; init; }

    /// <summary>Chance of losing the array or sectors within five years; null when it can't be computed.</summary>
    public required double? Loss { get; init; }
}

/// <param name="StartsHours">Hours until a repair starts.</param>
/// <param name="RebuildShare">Of the drives' rate that a rebuild gets, 0 to 1.</param>
/// <param name="SpareDays">Days until a drive that is ordered lies here.</param>
/// <param name="SpareTarget">How certain the shelf's spares are to last, 0 to 1.</param>
public sealed record ArrayTerms(double StartsHours, double RebuildShare, double SpareDays, double SpareTarget);

/// <param name="Count">So many drives like the smallest.</param>
public sealed record GrowthRow(int Count, long Usable, bool Now);

/// <summary>Everything that follows from an array and its drives.</summary>
/// <param name="Why">Why there are no figures; null when there are.</param>
public sealed record ArrayFigures(
    ArrayPlan Plan,
    string Words,
    string? Code,
    string? Why,
    ArrayCapacity? Capacity = null,
    int Surely = 0,
    int AtBest = 0,
    IReadOnlyList<SurvivalRow>? Survival = null
)
{
    public Rebuild? Rebuild { get; init; }

    /// <summary>Until a failed drive is made up for: the start and the rebuild.</summary>
    [DefaultValue(0d)]
    public double RepairHours { get; init; }

    /// <summary>Within five years.</summary>
    public LossChance? Loss { get; init; }

    public double? MeanYears { get; init; }

    [DefaultValue(0d)]
    public double Requests { get; init; }

    /// <summary>One stream in order as the drives give it, before whatever lies on the path to the user; null while the array can’t be
    /// made.</summary>
    public Throughput? ReadMBs { get; init; }

    public Throughput? WriteMBs { get; init; }

    /// <summary>A full pass over every drive at its mean rate.</summary>
    [DefaultValue(0d)]
    public double InitialiseHours { get; init; }

    [DefaultValue(0)]
    public int StripKiB { get; init; }

    [DefaultValue(0)]
    public int SuggestedStripKiB { get; init; }

    /// <summary>Drives that one request of the use touches on average.</summary>
    [DefaultValue(0d)]
    public double Touches { get; init; }

    [DefaultValue(0)]
    public int DataDrives { get; init; }

    public IReadOnlyList<LevelColumn>? Others { get; init; }

    public IReadOnlyList<GrowthRow>? Growth { get; init; }

    public ShelfSpares? Shelf { get; init; }

    /// <summary>A drive stands by, so that a repair starts at once.</summary>
    [DefaultValue(false)]
    public bool HasSpare { get; init; }

    /// <summary>Other levels it can be turned into while it keeps its data.</summary>
    public IReadOnlyList<MigrationRow>? Migrations { get; init; }

    public const double YearsOfLoss = 5;

    /// <summary>Places for drives that are left where its members sit; null without a machine.</summary>
    public int? PlacesLeft { get; init; }

    /// <summary>The sum behind the chance of a loss; null without one.</summary>
    public Worked? LossWhy { get; init; }

    /// <summary>The figures behind its chances.</summary>
    public ArrayTerms? Terms { get; init; }

    /// <summary>How it stands before the work, where that is not whole or not known; null for a whole one, and for one that the plan makes
    /// or mends.</summary>
    public ArrayNow? Now { get; init; }

    /// <summary>Failures that it surely survives as it stands; null when that is not known.</summary>
    public int? LeftNow { get; init; } = Why is null ? Surely : null;

    /// <summary>The same with the state it was found in.</summary>
    internal ArrayFigures As(ArrayNow? now)
    {
        if (now is null || now.IsWhole || Why is not null)
            return this;
        int? left = now.Condition switch
        {
            Observations.RaidCondition.Failed or Observations.RaidCondition.Syncing => 0,
            Observations.RaidCondition.Unknown => null,
            _ when Surely <= 1 => 0,
            _ => now.Missing is { } missing ? Math.Max(0, Surely - missing) : null,
        };
        return this with { Now = now, LeftNow = left };
    }

    /// <summary>Figures of an array over the drives of a build.</summary>
    /// <param name="keep">Where they are kept for the same drives, and by what name; null to work them out.</param>
    public static ArrayFigures Of(
        ArrayPlan plan,
        Build build,
        DriveFigures? figures = null,
        bool sharedSpare = false,
        Throughput? pathMBs = null,
        double? passHours = null,
        int? places = null,
        (Kept In, string Name)? keep = null
    )
    {
        var (drives, why) = DrivesOf(plan, build);
        if (why is not null)
            return new(plan, LevelTable.Words(plan.Level, plan.Groups), LevelTable.Code(plan.Level, plan.Groups), why);
        // What it is called, what it keeps and what is written to it change none of them.
        var made = new ArrayPlan("", plan.Level, [], plan.Host, plan.Groups, StripKiB: plan.StripKiB, Use: plan.Use)
        {
            Reserve = plan.Reserve,
        };
        var input = (made, drives, Spare: sharedSpare || SpareFit.HasOne(plan, build), figures, pathMBs, passHours);
        var (kept, name) = keep ?? (new Kept(), "");
        var own = kept.Of(name, input, static (i, within) => Own(i.made, i.drives, i.Spare, i.figures, i.pathMBs, i.passHours, within));
        return own.Within(places, drives) with { Plan = plan };
    }

    private static (IReadOnlyList<DriveSheet> Drives, string? Why) DrivesOf(ArrayPlan plan, Build build)
    {
        var empty = plan.Members.FirstOrDefault(p => build.At(p)?.Drive is null);
        return empty is null ? ([.. plan.Members.Select(p => build.At(p)!.Drive!)], null) : ([], $"there is no drive in {empty.Name}");
    }

    /// <summary>Figures of an array over drives in their order.</summary>
    public static ArrayFigures Of(
        ArrayPlan plan,
        IReadOnlyList<DriveSheet> drives,
        bool spare,
        DriveFigures? figures = null,
        Throughput? pathMBs = null,
        double? passHours = null,
        int? places = null
    ) => Own(plan, drives, spare, figures, pathMBs, passHours, new()).Within(places, drives);

    /// <summary>The same beside so many free places: what it may grow to.</summary>
    private ArrayFigures Within(int? places, IReadOnlyList<DriveSheet> drives) =>
        Why is not null
            ? this
            : this with
            {
                Growth = Grown(Plan, [.. drives.Select(d => d.Bytes ?? 0)], places),
                Migrations = [.. Migrations!.Where(m => places is null || m.Drives <= places)],
                PlacesLeft = places,
            };

    /// <summary>All that follows from the array and its drives, whatever is free beside them.</summary>
    private static ArrayFigures Own(
        ArrayPlan plan,
        IReadOnlyList<DriveSheet> drives,
        bool spare,
        DriveFigures? figures,
        Throughput? pathMBs,
        double? passHours,
        Kept kept
    )
    {
        // Other levels know nothing of what this array is called, what is written to it, or what its path lets through.
        var others = kept.Of("others", (plan.Level, plan.Groups, plan.Host, plan.Use, plan.Reserve, drives, spare, figures), static i =>
            Columns(new("", i.Level, [], i.Host, i.Groups, Use: i.Use) { Reserve = i.Reserve }, i.drives, i.spare, i.figures)
        );
        var words = LevelTable.Words(plan.Level, plan.Groups);
        var code = LevelTable.Code(plan.Level, plan.Groups);
        long[] bytes = [.. drives.Select(d => d.Bytes ?? 0)];
        var (shape, why) = ArrayShape.Of(plan, bytes);
        // What these drives do make is worth more than the news that they don't make this.
        if (shape is null)
            return new(plan, words, code, why) { Others = others };
        var use = Workloads.Of(plan.Use);
        var rebuild = Arrays.Rebuild.Of(shape, drives, figures, pathMBs);
        var question = ArrayInput(shape, drives, rebuild, spare, figures);
        rebuild = rebuild?.Over(question.RepairHours);
        var suggested = Arrays.Requests.Suggested(shape, use);
        var strip = plan.StripKiB ?? suggested;
        var data = Arrays.Requests.DataDrives(shape);
        var loss = LossChain.Of(shape, question, YearsOfLoss * DriveDefaults.HoursPerYear);
        return new(plan, words, code, null, ArrayCapacity.Of(shape), shape.Surely, shape.AtBest, Arrays.Survival.Of(shape))
        {
            Rebuild = rebuild,
            RepairHours = question.RepairHours,
            Loss = loss,
            MeanYears =
                shape.Surely == 0
                    ? null
                    : shape.Groups.Min(g => LossChain.MeanHours(g.Count, g.Tolerance, question))
                        / shape.Groups.Count
                        / DriveDefaults.HoursPerYear,
            Requests = Arrays.Requests.PerSecond(shape, drives.Min(d => DriveDefaults.Requests(d).Value), use.Reads),
            ReadMBs = data * drives.Min(d => DriveDefaults.Reads(d).Value),
            WriteMBs = data * drives.Min(d => DriveDefaults.Writes(d).Value),
            InitialiseHours = Math.Max(
                passHours ?? 0,
                drives.Max(d => DriveDefaults.OverAPass(d, DriveDefaults.Writes(d).Value).HoursFor(d.Bytes ?? 0))
            ),
            StripKiB = strip,
            SuggestedStripKiB = suggested,
            Touches = Arrays.Requests.Touches(use.RequestKiB * 1024L, strip * 1024L, shape),
            DataDrives = data,
            Others = others,
            Shelf = ShelfSpares.Of(
                drives.Count,
                DriveDefaults.FailuresPerYear(drives.Min(d => DriveDefaults.Mttf(d, figures).Value)),
                figures?.SpareDays ?? ShelfSpares.UsualDays,
                figures?.SpareTarget ?? ShelfSpares.UsualTarget
            ),
            HasSpare = spare,
            Migrations = [.. Arrays.Migrations.Of(plan, shape, drives, rebuild)],
            LossWhy = loss is null
                ? null
                : LossSum.Of(shape, question, loss, drives.Select(d => DriveDefaults.Mttf(d, figures)).MinBy(m => m.Value)!, rebuild),
            Terms = new(
                spare ? 0 : figures?.RepairStartsHours ?? DriveDefaults.RepairStartsHours,
                figures?.RebuildShare ?? DriveDefaults.UsualRebuildShare,
                figures?.SpareDays ?? ShelfSpares.UsualDays,
                figures?.SpareTarget ?? ShelfSpares.UsualTarget
            ),
        };
    }

    /// <summary>What the chain and the simulation are asked about this array; without a shape the reason.</summary>
    public static (ArrayShape? Shape, LossQuestion? Loss, IReadOnlyList<DriveSheet> Drives, string? Why) Asked(
        ArrayPlan plan,
        Build build,
        DriveFigures? figures = null,
        bool sharedSpare = false
    )
    {
        var (drives, missing) = DrivesOf(plan, build);
        if (missing is not null)
            return (null, null, drives, missing);
        var (shape, why) = ArrayShape.Of(plan, [.. drives.Select(d => d.Bytes ?? 0)]);
        return shape is null
            ? (null, null, drives, why)
            : (
                shape,
                ArrayInput(shape, drives, Arrays.Rebuild.Of(shape, drives, figures), sharedSpare || SpareFit.HasOne(plan, build), figures),
                drives,
                null
            );
    }

    private static LossQuestion ArrayInput(
        ArrayShape shape,
        IReadOnlyList<DriveSheet> drives,
        Rebuild? rebuild,
        bool spare,
        DriveFigures? figures
    ) =>
        new(
            drives.Min(d => DriveDefaults.Mttf(d, figures).Value),
            (spare ? 0 : figures?.RepairStartsHours ?? DriveDefaults.RepairStartsHours) + Math.Max(rebuild?.Hours ?? 1, 0.01),
            rebuild?.Unreadable ?? 0,
            figures?.RepairsAtOnce
        );

    private static List<LevelColumn> Columns(ArrayPlan plan, IReadOnlyList<DriveSheet> drives, bool spare, DriveFigures? figures)
    {
        long[] bytes = [.. drives.Select(d => d.Bytes ?? 0)];
        var columns = new List<LevelColumn>();
        foreach (var (level, groups) in Candidates(plan, drives.Count))
        {
            if (ArrayShape.Of(plan, level, groups, bytes).Shape is not { } shape)
                continue;
            var rows = Arrays.Survival.Of(shape, 3);
            var rebuild = Arrays.Rebuild.Of(shape, drives, figures);
            columns.Add(
                new(
                    level,
                    groups,
                    LevelTable.Words(level, groups),
                    LevelTable.Code(level, groups),
                    level == plan.Level && groups == plan.Groups,
                    ArrayCapacity.Of(shape).Usable,
                    shape.Surely,
                    shape.AtBest
                )
                {
                    Survived = [.. Enumerable.Range(0, 3).Select(k => k < rows.Count ? rows[k].Share : 0)],
                    Requests = Arrays.Requests.PerSecond(
                        shape,
                        drives.Min(d => DriveDefaults.Requests(d).Value),
                        Workloads.Of(plan.Use).Reads
                    ),
                    Loss = LossChain
                        .Of(shape, ArrayInput(shape, drives, rebuild, spare, figures), YearsOfLoss * DriveDefaults.HoursPerYear)
                        ?.Either,
                }
            );
        }
        return columns;
    }

    /// <summary>Levels worth a look for so many drives, the planned one among them; nested ones in two groups.</summary>
    private static List<(ArrayLevel Level, int Groups)> Candidates(ArrayPlan plan, int n)
    {
        List<(ArrayLevel, int)> all = n switch
        {
            1 => [(ArrayLevel.Single, 1)],
            // Parity over two drives is a mirror that works harder.
            2 => [(ArrayLevel.Stripe, 1), (ArrayLevel.Mirror, 1)],
            3 => [(ArrayLevel.Stripe, 1), (ArrayLevel.Mirror, 1), (ArrayLevel.Parity1, 1)],
            _ =>
            [
                (ArrayLevel.Parity1, 1),
                (ArrayLevel.Parity2, 1),
                (ArrayLevel.Parity3, 1),
                (ArrayLevel.Pairs, 1),
                (ArrayLevel.Parity2, 2),
                (ArrayLevel.Stripe, 1),
            ],
        };
        if (plan.Level is ArrayLevel.Layered1 or ArrayLevel.Layered2)
            all = [(ArrayLevel.Layered1, 1), (ArrayLevel.Layered2, 1), .. all];
        if (!all.Contains((plan.Level, plan.Groups)))
            all.Insert(0, (plan.Level, plan.Groups));
        return all;
    }

    private static List<GrowthRow> Grown(ArrayPlan plan, long[] bytes, int? places)
    {
        var rows = new List<GrowthRow>();
        if (bytes.Length == 0)
            return rows;
        for (var n = bytes.Length; n <= bytes.Length + Math.Min(4, places ?? 4); n++)
            if (ArrayShape.Of(plan, [.. bytes, .. Enumerable.Repeat(bytes.Min(), n - bytes.Length)]).Shape is { } shape)
                rows.Add(new(n, ArrayCapacity.Of(shape).Usable, n == bytes.Length));
        return rows;
    }
}
