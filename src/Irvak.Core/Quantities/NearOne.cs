namespace Irvak.Core.Quantities;

/// <summary>
/// e^x − 1 and ln(1 + x) with all digits where x is tiny (Kahan's forms; Higham, Accuracy and Stability of Numerical Algorithms, 1.14.1).
/// The framework's ExpM1 and LogP1 subtract and add one and lose them; the numerics library's stop after two terms of the series.
/// </summary>
public static class NearOne
{
    public static double ExpM1(double x)
    {
        var u = Math.Exp(x);
        if (u == 1)
            return x;
        var less = u - 1;
        return less == -1 || double.IsInfinity(u) ? less : less * x / Math.Log(u);
    }

    public static double Log1p(double x)
    {
        var u = 1 + x;
        return u == 1 ? x
            : double.IsInfinity(u) ? u
            : Math.Log(u) * x / (u - 1);
    }
}
