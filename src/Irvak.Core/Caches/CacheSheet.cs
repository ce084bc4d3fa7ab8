using System.ComponentModel;
using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Caches;

/// <param name="Hits">Share of this volume's requests that hit.</param>
public sealed record VolumeHits(string Array, double HotGB, double Hits);

/// <summary>The same drives as a volume of their own.</summary>
/// <param name="Hits">Share of requests that it answers when what is hottest is put there, and kept there, by hand.</param>
/// <param name="UsableBytes">Space that it adds; a cache adds none.</param>
public sealed record AsVolume(double Hits, double LatencyMs, long UsableBytes);

/// <summary>Everything that follows from a cache.</summary>
/// <param name="Why">Why there are no figures; null when there are.</param>
/// <param name="Bytes">What it holds: one half of a mirror.</param>
/// <param name="MissMs">Latency of the drives behind, ms.</param>
/// <param name="LeastBytes">Below this it brings less than a quarter of the latency; null when no size does.</param>
public sealed record CacheFigures(
    CachePlan Plan,
    string? Why,
    long Bytes = 0,
    CachePoint? Now = null,
    double MissMs = 0,
    IReadOnlyList<CachePoint>? Curve = null,
    long? LeastBytes = null,
    bool Helps = false
)
{
    public IReadOnlyList<VolumeHits>? Volumes { get; init; }

    public AsVolume? Volume { get; init; }

    /// <summary>Years until the first drive is written up; null without writes or a rating.</summary>
    public double? Years { get; init; }

    public Worked? Sum { get; init; }

    [DefaultValue("")]
    public string Verdict { get; init; } = "";

    // Answers of flash behind its link, ms. Common practice, no source.
    private const double SataFlashMs = 0.2,
        NvmeMs = 0.1;

    public static CacheFigures Of(CacheInput q, CachePlan plan, Kept? kept = null)
    {
        var drives = plan.Places.Select(p => q.Planned.At(p)?.Drive).ToList();
        if (drives.IndexOf(null) is >= 0 and var at)
            return new(plan, $"there is no drive in {plan.Places[at].Name}");
        if (drives.Any(d => d!.Bytes is not > 0))
            return new(plan, "the size of a drive is not known");
        foreach (var v in plan.Volumes)
            if (q.Arrays.All(a => a.Name != v.Array))
                return new(plan, $"there is no array {v.Array}");
        var bytes = plan.WriteBack ? drives.Min(d => d!.Bytes!.Value) * Math.Max(1, drives.Count / 2) : drives.Sum(d => d!.Bytes!.Value);
        var fast = drives.All(d => d!.Protocol == DriveProtocol.Nvme) ? NvmeMs : SataFlashMs;
        return (kept ?? new Kept()).Of(
            "caches/" + plan.Name,
            (plan, bytes, Slow: SlowMs(q, plan), fast, Years: YearsOf(plan, drives!)),
            static i => Of(i.plan, i.bytes, i.Slow, i.fast, i.Years)
        );
    }

    private static CacheFigures Of(CachePlan plan, long bytes, double slowMs, double fastMs, double? years)
    {
        var block = plan.BlockKiB * 1024L;
        var model = new CacheModel([
            .. plan.Volumes.Select(v => new Population(Math.Max(1, (long)(v.HotGB * 1e9 / block)), v.Exponent, v.Share)),
        ]);
        var front = new CacheFront(model, block, slowMs, fastMs);
        var now = front.At(bytes);
        var helps = front.Least is { } least && bytes >= least;
        // What somebody who knew the hottest blocks could put there by hand.
        var placed = front.At(bytes, model.Bound(bytes / (double)block));
        return new(plan, null, bytes, now, front.SlowMs, front.Curve, front.Least, helps)
        {
            Volumes =
            [
                .. model.HitsOf(bytes / (double)block).Select((h, i) => new VolumeHits(plan.Volumes[i].Array, plan.Volumes[i].HotGB, h)),
            ],
            Volume = new AsVolume(placed.Hits, placed.LatencyMs, bytes),
            Years = years,
            Sum = front.Sum(now, "popularity mixed by each volume’s share"),
            Verdict = Say(now, front.SlowMs, front.Least, helps),
        };
    }

    /// <summary>Of the arrays behind, weighted by their requests: a thousand ms ÷ the small requests a second of one of their
    /// drives.</summary>
    private static double SlowMs(CacheInput q, CachePlan plan) =>
        plan.Volumes.Sum(v =>
            v.Share
            / plan.Volumes.Sum(x => x.Share)
            * (
                q
                    .Arrays.First(a => a.Name == v.Array)
                    .Members.Select(m => q.Planned.At(m)?.Drive)
                    .Where(d => d is not null)
                    .Select(d =>
                        d!.Media == DriveMedia.Flash
                            ? d.Protocol == DriveProtocol.Nvme
                                ? NvmeMs
                                : SataFlashMs
                            : 1000 / DriveDefaults.Requests(d).Value
                    )
                    .DefaultIfEmpty(1000.0 / 75)
                    .Max()
            )
        );

    private static double? YearsOf(CachePlan plan, List<DriveSheet> drives)
    {
        if (plan.WrittenGBPerDay <= 0)
            return null;
        // A mirror writes all of it to each half; a read cache spreads it.
        var each = plan.WrittenGBPerDay / plan.Shares;
        return drives.Select(d => DriveDefaults.RatedTB(d) is { } rated ? CacheFront.Years(rated, each) : (double?)null).Min();
    }

    /// <summary>The rating of the weakest of its drives over what is written through it.</summary>
    internal static Worked Wearing(CachePlan plan, IReadOnlyList<DriveSheet> drives, double years) =>
        Worked.Sum(
            "drives’ sheets; twice for small writes: common practice, no source",
            new("years", $"{years:0.#}", true),
            new("rated", $"{drives.Select(DriveDefaults.RatedTB).Min():0.#} TB written"),
            new WorkedLine("written to each a day", $"{plan.WrittenGBPerDay / plan.Shares:0.#} GB × {CacheFront.Amplification:0}"),
            new WorkedLine("a year", "365 days")
        );

    private static string Say(CachePoint now, double slow, long? least, bool helps) =>
        helps ? $"It helps: {Chance.Words(now.Hits)} of requests hit, the mean answer takes {now.LatencyMs:0.0#} ms instead of {slow:0.0#}."
        : least is null ? "No size helps: what is behind it is about as quick."
        : $"Too small to be noticed: a quarter less latency needs {DiskSpace.TB(least.Value)}.";
}

/// <summary>The caches of a plan.</summary>
public static class CacheRules
{
    public static readonly Rule Broken = new(
        "CACHE-PLAN",
        Family.Cache,
        Severity.Stop,
        "Cache {cache} can't be set up: {why}.",
        "A cache is drives in front of volumes.",
        "definition",
        Basis.Standard
    );

    public static readonly Rule Alone = new(
        "CACHE-PAIR",
        Family.Cache,
        Severity.Stop,
        "Cache {cache} holds writes on a single copy: {places}.",
        "What it has not passed on is lost with it, and the file system with that. Two mirrored drives, or reads only.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Unguarded = new(
        "CACHE-POWER",
        Family.Cache,
        Severity.Care,
        "When the power goes, what is in flight in {places} of cache {cache} is lost.",
        "Without power-loss protection a drive says “written” before it is.",
        "drive's sheet",
        Basis.Sheet
    );

    public static readonly Rule Small = new(
        "CACHE-SMALL",
        Family.Cache,
        Severity.Care,
        "Cache {cache} of {size} is too small to be noticed: a quarter less latency needs {least}.",
        "Below that the slot is worth more as a volume.",
        "Che, Tung, Wang 2002; a quarter: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Useless = new(
        "CACHE-NOTHING",
        Family.Cache,
        Severity.Care,
        "Cache {cache} brings nothing at any size: what is behind it answers as quickly.",
        "Flash in front of flash only costs slots.",
        "arithmetic; common practice, no source, for the latencies",
        Basis.Practice
    );

    public static readonly Rule Wears = new(
        "CACHE-WEAR",
        Family.Cache,
        Severity.Care,
        "Cache {cache} is written up after about {years} years.",
        "Everything that is written goes through it.",
        "drive's sheet; amplification 2: common practice, no source",
        Basis.Sheet
    );

    public static readonly Rule NotFlash = new(
        "CACHE-DISK",
        Family.Cache,
        Severity.Stop,
        "Cache {cache} has disks in {places}.",
        "A cache of disks is no quicker than what is behind it.",
        "definition",
        Basis.Standard
    );

    public static readonly Rule Twice = new(
        "CACHE-TWICE",
        Family.Cache,
        Severity.Stop,
        "{place} {is|are} in cache {cache} and in {other}.",
        "A drive serves one purpose.",
        "definition",
        Basis.Standard
    );

    public static readonly Rule Key = new(
        "CACHE-KEY",
        Family.Cache,
        Severity.Care,
        "{controller} caches on flash only with its key: {have}.",
        "The feature is built in and locked.",
        "controller's sheet",
        Basis.Sheet
    );

    private const double Soon = 5;

    public static IEnumerable<Finding> Judge(CacheInput q, IReadOnlyList<CacheFigures> caches)
    {
        foreach (var cache in caches)
        {
            var plan = cache.Plan;
            var name = ("cache", plan.Name);
            if (cache.Why is { } why)
            {
                yield return Finding.Of(Broken, plan.Places, null, name, ("why", why));
                continue;
            }
            Place[] Those(Func<DriveSheet, bool> which) => [.. plan.Places.Where(p => which(q.Planned.At(p)!.Drive!))];
            if (Those(d => d.Media == DriveMedia.Disk) is { Length: > 0 } disks)
                yield return Finding.Of(NotFlash, disks, null, name, ("places", Stated.At(disks)));
            if (plan.WriteBack && plan.Places.Count < 2)
                yield return Finding.Of(Alone, plan.Places, null, name, ("places", Stated.At(plan.Places)));
            if (plan.WriteBack && Those(d => d.PowerLossProtection == false) is { Length: > 0 } bare)
                yield return Finding.Of(Unguarded, bare, null, name, ("places", Stated.At(bare)));
            if (cache.LeastBytes is null)
                yield return Finding.Of(Useless, plan.Places, cache.Sum, name);
            else if (!cache.Helps)
                yield return Finding.Of(
                    Small,
                    plan.Places,
                    cache.Sum,
                    name,
                    ("size", new DiskSpace(cache.Bytes)),
                    ("least", new DiskSpace(cache.LeastBytes.Value))
                );
            if (cache.Years < Soon)
                yield return Finding.Of(
                    Wears,
                    plan.Places,
                    CacheFigures.Wearing(plan, [.. plan.Places.Select(p => q.Planned.At(p)!.Drive!)], cache.Years.Value),
                    name,
                    ("years", cache.Years.Value.ToString("0.#"))
                );
            foreach (var place in plan.Places)
                if (
                    (
                        q.Arrays.FirstOrDefault(a => a.Members.Concat(a.AllSpares).Contains(place))?.Name
                        ?? caches.FirstOrDefault(c => c.Plan.Name != plan.Name && c.Plan.Places.Contains(place))?.Plan.Name
                    ) is
                    { } other
                )
                    yield return Finding.Of(Twice, [place], null, ("place", Stated.At(place)), name, ("other", other));
            if (Locked(q, plan) is { } locked && q.StateOf(locked.Place, KeyOf(locked)) is var state and not CardPartState.There)
                yield return Finding.Of(
                    Key,
                    [locked.Place],
                    null,
                    ("controller", locked.Name),
                    (
                        "have",
                        state switch
                        {
                            null => "whether it is there is not known",
                            CardPartState.Absent => "it is not there",
                            _ when Cabling.For(q.Shelf, locked.Card!, AccessoryKind.FeatureKey, FlashCache) is { } key =>
                                $"{key.Accessory!.Name} is on the list",
                            _ => "see that it comes along",
                        }
                    )
                ) with
                {
                    Severity = state == CardPartState.Absent ? Severity.Stop : Key.Severity,
                };
        }
    }

    private static CardPart KeyOf(BayController locked) => CardPart.Of(locked.Sheet).Single(p => p.Opens == FlashCache);

    internal const string FlashCache = "flash cache";

    /// <summary>The controller that keeps a cached array and wants a key for it; null when none does.</summary>
    internal static BayController? Locked(CacheInput q, CachePlan plan) =>
        plan
            .Volumes.Select(v => q.Arrays.FirstOrDefault(a => a.Name == v.Array))
            .Where(a => a?.Host == ArrayHost.Controller)
            .Select(a => a!.Members.Where(m => m.IsBay).Select(q.ControllerAt).FirstOrDefault())
            .FirstOrDefault(c => c is { Card: not null } && c.Sheet.Keys.Contains(FlashCache));
}
