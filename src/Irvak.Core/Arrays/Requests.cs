namespace Irvak.Core.Arrays;

/// <summary>Small requests and strips.</summary>
public static class Requests
{
    /// <summary>
    /// Requests per second of n drives: n · each ÷ (reads + writes · penalty). Common practice, no source. A parity group of a pool gives
    /// about one drive's random reads.
    /// </summary>
    /// <param name="each">Requests per second of one drive.</param>
    /// <param name="reads">Share of reads, 0 to 1.</param>
    public static double PerSecond(ArrayShape shape, double each, double reads)
    {
        if (shape.Host == ArrayHost.Pool && LevelTable.Nests(shape.Level))
            return shape.Groups.Count * each;
        var n = shape.Level is ArrayLevel.Single or ArrayLevel.Span ? 1 : shape.Count;
        var penalty = LevelTable.Of(shape.Level).Penalty is var p && p < 0 ? shape.Groups[0].Count : p;
        return n * each / (reads + ((1 - reads) * penalty));
    }

    /// <summary>
    /// Drives that a request touches on average, at an offset aligned to sectors of 512 bytes but otherwise any. It lies over
    /// 1 + (q − 512) ÷ strip strips on average; where parity rotates those lie on any of the drives, as the layout has them.
    /// </summary>
    /// <param name="requestBytes">Size of the request, 512 bytes or more.</param>
    public static double Touches(long requestBytes, long stripBytes, ArrayShape shape)
    {
        // Over one row of strips there are two counts, one apart, by where the request begins.
        var over = 1 + (Math.Max(0, requestBytes - 512) / (double)stripBytes);
        var fewer = (int)Math.Floor(over);
        var share = over - fewer;
        return ((1 - share) * Drives(shape, fewer)) + (share * Drives(shape, fewer + 1));
    }

    /// <summary>Drives that so many strips in a row lie on.</summary>
    private static double Drives(ArrayShape shape, int strips) =>
        shape.Level switch
        {
            ArrayLevel.Single or ArrayLevel.Span or ArrayLevel.Mirror => 1,
            // A mirrored strip is read from one of its halves.
            ArrayLevel.Pairs => Math.Min(DataDrives(shape), strips),
            ArrayLevel.Stripe => Math.Min(shape.Count, strips),
            // A pool spreads each record by itself.
            _ when shape.Host == ArrayHost.Pool => Math.Min(DataDrives(shape), strips),
            _ when shape.Groups.Count == 1 => StripLayout.Distinct(
                shape.Count,
                shape.Groups[0].Tolerance,
                shape.Host == ArrayHost.Kernel,
                strips
            ),
            // Rows go over the groups in turn; within one the parity rotates.
            _ => Math.Min(shape.Count, strips),
        };

    /// <summary>Drives that carry data side by side: what one stream in order is worth, reading, or writing full stripes.</summary>
    public static int DataDrives(ArrayShape shape) =>
        shape.Level switch
        {
            ArrayLevel.Single or ArrayLevel.Span or ArrayLevel.Mirror => 1,
            ArrayLevel.Pairs => shape.Count / 2,
            ArrayLevel.Stripe => shape.Count,
            _ => shape.Groups.Sum(g => g.Count - g.Tolerance),
        };

    /// <summary>Strips that keepers offer, KiB.</summary>
    public static readonly IReadOnlyList<int> Strips = [16, 32, 64, 128, 256, 512, 1024];

    /// <summary>
    /// The strip to take: requests in order are to touch all data drives, single ones only one. Smallest strip with which a random request
    /// touches less than one and a quarter drives, or largest with which one in order touches them all. Common practice, no source.
    /// </summary>
    public static int Suggested(ArrayShape shape, Workload use)
    {
        var (data, request) = (DataDrives(shape), use.RequestKiB * 1024L);
        return use.InOrder
            ? Strips.LastOrDefault(s => Touches(request, s * 1024L, shape) >= data, Strips[0])
            : Strips.FirstOrDefault(s => Touches(request, s * 1024L, shape) < StripTable.OnOne, Strips[^1]);
    }
}
