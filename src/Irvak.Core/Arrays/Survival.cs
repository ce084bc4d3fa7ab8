namespace Irvak.Core.Arrays;

/// <summary>So many failures at once: in how many of all cases the array lives.</summary>
/// <param name="Failures">Drives that fail.</param>
/// <param name="Survived">Sets of that many drives whose loss it survives.</param>
/// <param name="Cases">All sets of that many drives.</param>
public sealed record SurvivalRow(int Failures, double Survived, double Cases)
{
    /// <summary>0 to 1.</summary>
    public double Share => Cases == 0 ? 0 : Survived / Cases;
}

/// <summary>
/// Exact survival: the coefficient of xᵏ in the product over the groups of Σ C(n, j) xʲ for j up to each group's tolerance, of C(n, k).
/// Counts beyond 2⁵³ lose their last digits; shares do not.
/// </summary>
public static class Survival
{
    /// <summary>Rows from one failure up to one more than it survives at best, at most <paramref name="most"/>.</summary>
    public static IReadOnlyList<SurvivalRow> Of(ArrayShape shape, int most = 6)
    {
        if (shape.IsRing)
            return Ring(shape.Count, Math.Min(Math.Min(shape.AtBest + 1, shape.Count), most));
        double[] ways = [1];
        foreach (var group in shape.Groups)
        {
            var next = new double[Math.Min(ways.Length + group.Tolerance, most + 1)];
            for (var i = 0; i < ways.Length; i++)
            for (var j = 0; j <= group.Tolerance && i + j < next.Length; j++)
                next[i + j] += ways[i] * Choose(group.Count, j);
            ways = next;
        }
        var last = Math.Min(Math.Min(shape.AtBest + 1, shape.Count), most);
        return
        [
            .. Enumerable
                .Range(1, Math.Max(0, last))
                .Select(k => new SurvivalRow(k, k < ways.Length ? ways[k] : 0, Choose(shape.Count, k))),
        ];
    }

    /// <summary>A ring lives while no two neighbours are out: n ÷ (n − k) · C(n − k, k) of C(n, k) sets.</summary>
    private static List<SurvivalRow> Ring(int n, int last) =>
        [
            .. Enumerable
                .Range(1, last)
                .Select(k => new SurvivalRow(k, k > n / 2 ? 0 : Math.Round(n / (double)(n - k) * Choose(n - k, k)), Choose(n, k))),
        ];

    internal static double Choose(int n, int k)
    {
        if (k < 0 || k > n)
            return 0;
        var value = 1.0;
        for (var i = 1; i <= k; i++)
            value = value * (n - k + i) / i;
        return Math.Round(value);
    }
}
