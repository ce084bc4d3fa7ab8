using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>What a strip is for: a request on as few drives as may be, or on all of them.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StripSchool>))]
public enum StripSchool
{
    /// <summary>Neither: some drives, not all.</summary>
    [JsonStringEnumMemberName("between")]
    Between,

    /// <summary>Each request on one drive: many small ones side by side.</summary>
    [JsonStringEnumMemberName("each-on-one")]
    EachOnOne,

    /// <summary>Each request on all data drives: one large one is through sooner.</summary>
    [JsonStringEnumMemberName("each-on-all")]
    EachOnAll,
}

/// <summary>An array with one strip, asked as its use asks it.</summary>
/// <param name="Touches">Drives that one request touches on average.</param>
/// <param name="ReadsPerSecond">Requests that all drives read together, when many are asked at once: drives × what each does ÷ those
/// touched.</param>
/// <param name="AloneMilliseconds">What one request takes that is asked alone: finding its place, then the share of a drive at its
/// rate.</param>
/// <param name="FullStripeKiB">What is written without reading before, KiB, where it begins at a stripe; null without parity.</param>
public sealed record StripRow(
    int KiB,
    double Touches,
    double ReadsPerSecond,
    double AloneMilliseconds,
    long? FullStripeKiB,
    StripSchool School,
    bool IsNow
)
{
    /// <summary>True for the one that is suggested for the use.</summary>
    public required bool Suggested { get; init; }

    /// <summary>What plans it.</summary>
    public required Edits.Edit Take { get; init; }
}

/// <summary>Both schools of strips with numbers. How many drives a request touches follows from the layout (md(4), DDF); the rates are
/// those of the drives, their sum common practice, no source.</summary>
/// <param name="RequestKiB">What the use asks at once, KiB.</param>
/// <param name="Drives">Drives that carry data.</param>
/// <param name="Why">Why there is no table; null when there is one.</param>
public sealed record StripTable(int RequestKiB, int Drives, string? Why, IReadOnlyList<StripRow> Rows)
{
    /// <summary>Below this a request is as good as on one drive. Common practice, no source.</summary>
    internal const double OnOne = 1.25;

    public static StripTable Of(ArrayPlan plan, Build build)
    {
        var use = Workloads.Of(plan.Use);
        if (plan.Host == ArrayHost.Pool)
            return new(use.RequestKiB, 0, "a pool spreads each record by itself: it has a size of records, no strip", []);
        List<DriveSheet> drives = [.. plan.Members.Select(m => build.At(m)?.Drive).OfType<DriveSheet>()];
        if (drives.Count < plan.Members.Count)
            return new(use.RequestKiB, 0, "a drive of it is not in its place", []);
        var (shape, why) = ArrayShape.Of(plan, [.. drives.Select(d => d.Bytes ?? 0)]);
        if (shape is null)
            return new(use.RequestKiB, 0, why, []);
        var data = Requests.DataDrives(shape);
        if (data < 2)
            return new(use.RequestKiB, data, "its data is not spread over drives: a strip changes nothing", []);
        var each = drives.Min(d => DriveDefaults.Requests(d).Value);
        var reads = drives.Min(d => DriveDefaults.Reads(d).Value);
        var suggested = Requests.Suggested(shape, use);
        return new(
            use.RequestKiB,
            data,
            null,
            [
                .. Requests
                    .Strips.Append(plan.StripKiB ?? suggested)
                    .Distinct()
                    .Order()
                    .Select(kib => Row(plan, shape, kib, use.RequestKiB * 1024L, each, reads) with { Suggested = kib == suggested }),
            ]
        );
        StripRow Row(ArrayPlan of, ArrayShape over, int kib, long request, double requests, Throughput rate)
        {
            var touches = Requests.Touches(request, kib * 1024L, over);
            return new(
                kib,
                touches,
                drives.Count * requests / touches,
                1000 * ((1 / requests) + (rate.HoursFor((long)(request / touches)) * 3600)),
                LevelTable.Nests(of.Level) ? (long)kib * data : null,
                touches < OnOne ? StripSchool.EachOnOne
                    : touches >= data ? StripSchool.EachOnAll
                    : StripSchool.Between,
                kib == (of.StripKiB ?? suggested)
            )
            {
                Suggested = false,
                Take = new MakeArray(of with { StripKiB = kib }),
            };
        }
    }
}
