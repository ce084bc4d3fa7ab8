namespace Irvak.Core.Drives;

/// <summary>Sizes by which drives are sold, and what a printed figure means by them. Common practice, no source.</summary>
public static class SpokenSize
{
    /// <summary>In GB.</summary>
    private static readonly double[] Sold =
    [
        .. new double[]
        {
            18,
            36,
            73,
            74,
            80,
            120,
            128,
            146,
            147,
            160,
            200,
            240,
            250,
            256,
            300,
            320,
            400,
            450,
            480,
            500,
            512,
            600,
            640,
            750,
            800,
            900,
            960,
        },
        .. new double[]
        {
            1,
            1.2,
            1.5,
            1.6,
            1.8,
            1.92,
            2,
            2.4,
            2.5,
            3,
            3.2,
            3.84,
            4,
            5,
            6,
            6.4,
            7.68,
            8,
            10,
            12,
            12.8,
            14,
            15.36,
            16,
            18,
            20,
            22,
            24,
            25.6,
            26,
            28,
            30,
            30.72,
            32,
            36,
            40,
            61.44,
            122.88,
        }.Select(tb => tb * 1000),
    ];

    // A figure as printed on a label is exact. One that was divided by 1024 was cut or rounded at its last digit, and a drive has a little
    // more than its name says.
    private const double Exact = 0.0005,
        More = 0.001;

    /// <summary>
    /// Whether a figure with a decimal unit was in truth divided by 1024 again and again: many pages print 10.91 TB of a drive that is
    /// sold as 12 TB.
    /// </summary>
    /// <param name="figure">As printed.</param>
    /// <param name="power">3 for GB, 4 for TB.</param>
    /// <param name="decimals">Digits behind the point, as printed.</param>
    /// <returns>Null when neither reading gives a size that is sold.</returns>
    public static bool? IsBinary(double figure, int power, int decimals)
    {
        bool Near(double bytes, double tolerance) => Sold.Any(gb => Math.Abs((bytes / 1e9) - gb) <= tolerance * gb);
        if (Near(figure * Math.Pow(1000, power), Exact))
            return false;
        return figure > 0 && Near(figure * Math.Pow(1024, power), (Math.Pow(10, -decimals) / figure) + More) ? true : null;
    }
}
