using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Filling;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Irvak.Core.Volumes;

namespace Irvak.Solvers;

/// <summary>Tries kinds of drive in the free bays of one machine.</summary>
/// <param name="bare">The job without what its plan does for drives.</param>
/// <param name="before">Stops that it has without any.</param>
/// <param name="evaluate">Works a state out.</param>
/// <param name="fresh">True when an idea can be taken into the plan as it stands.</param>
internal sealed class SpaceSearch(JobState bare, Question q, HashSet<string> before, Func<JobState, Evaluation> evaluate, bool fresh)
{
    /// <summary>Failures to survive; null when nobody said.</summary>
    public int? Failures { get; } = bare.Aim.Failures ?? bare.Volumes.All.Max(v => v.Scratch ? null : v.Failures);

    private readonly string _name = Name(bare, q);

    /// <summary>Space that is wished, TB; null when nobody said.</summary>
    public double? Need { get; } =
        bare.Aim.UsableTB
        ?? (
            bare.Volumes.All.Count == 0
                ? null
                : bare.Volumes.All.Aggregate((double?)0, (sum, v) => sum + (v.InTB(bare.Aim.Ahead) ?? v.OnItTB))
        );

    /// <summary>So many of a kind in free bays that may be touched, over the controllers as filling spreads them; null where none goes
    /// in.</summary>
    /// <param name="count">Null for as many as there is room for.</param>
    public Together? Fill(ShelfPart part, int? count = null) =>
        BayFill.Of(q.Paths, new FillQuestion(Unit.Of(part), count) { Alone = LeaveAlone.Bays(bare.Aim) }).Take as Together;

    /// <param name="room">All of them in the bays.</param>
    /// <param name="needTB">Space that its array is to have; null for all of the room.</param>
    /// <param name="everyPolicy">True to look under each policy, false under that of the job.</param>
    /// <returns>Null where they make no array.</returns>
    public SpaceIdea? Try(ShelfPart part, Together room, double? needTB, bool everyPolicy)
    {
        var bytes = part.Drive!.Bytes!.Value;
        var (count, level) = SpaceIdeas.Arrangement(Drives(room), bytes, Failures, needTB * 1e12);
        if (count == 0 || (count == Drives(room) ? room : Fill(part, count)) is not { } fill)
            return null;
        var edit = Edits(part, fill, level);
        if (EditFold.Refusal(bare, edit) is not null)
            return null;
        var state = EditFold.Apply(bare, edit, Stamp.None);
        var after = evaluate(state);
        if (after.Arrays.Planned.FirstOrDefault(a => a.Plan.Name == _name) is not { Why: null, Capacity: { } capacity } array)
            return null;
        var policies = everyPolicy ? Enum.GetValues<Policy>() : [state.Policy];
        var usable = capacity.Usable / 1e12;
        return new(
            "",
            $"{count} × {DiskSpace.Nominal(bytes)}",
            $"{count} × {Unit.Of(part).Short}, {LevelTable.Words(level, 1).ToLowerInvariant()}",
            usable,
            after.Ledge
        )
        {
            Survives = array.LeftNow,
            LossPercent = array.Loss?.Either * 100,
            Level = level,
            Volumes = [.. bare.Volumes.All.Select(v => new IdeaForVolume(v.Name, VolumeFigures.FullIn(usable, v.OnItTB, v.GrowthTB)))],
            Against = policies.ToDictionary(p => p, p => Stops(p == state.Policy ? after : evaluate(state with { Policy = p }))),
            Misses = [.. after.Ledge.Where(SpaceIdeas.Missed).Select(d => d.Name)],
            Take = fresh ? edit : null,
            BytesEach = bytes,
        };
    }

    internal static int Drives(Together fill) => fill.Edits.Count(e => e is Fit);

    private Together Edits(ShelfPart part, Together fill, ArrayLevel level)
    {
        var members = fill.Edits.OfType<Fit>().Select(f => f.Place).ToList();
        var plan = new ArrayPlan(_name, level, members, q.Storage.FoundArrays is [var first, ..] ? first.Host : ArrayHost.Kernel);
        if (bare.Volumes.All is [var volume, ..])
            plan = plan with { Use = volume.Use, Scratch = volume.Scratch };
        return new(
            $"plans {members.Count} × {Unit.Of(part).Short} as {LevelTable.Words(level, 1).ToLowerInvariant()}",
            [.. fill.Edits, new MakeArray(plan)]
        );
    }

    private IReadOnlyList<string> Stops(Evaluation e) =>
        [.. e.Findings.Where(f => f.Severity == Severity.Stop && !before.Contains(f.Sentence)).Select(f => f.Sentence)];

    /// <summary>That of a volume which has no array yet, else a letter that no array has.</summary>
    private static string Name(JobState bare, Question q)
    {
        var taken = q.Storage.FoundArrays.Select(a => a.Name).ToHashSet();
        return bare
            .Volumes.All.Select(v => v.On ?? v.Name)
            .Concat("MNOPQRSTUVWXYZABCDEFGHIJKL".Select(c => c.ToString()))
            .Concat(Enumerable.Range(1, taken.Count + 1).Select(n => $"M{n}"))
            .First(n => !taken.Contains(n));
    }
}
