namespace Irvak.Core.Quantities;

/// <summary>How chances are written: down to where their digits mean nothing.</summary>
public static class Chance
{
    /// <param name="share">0 to 1.</param>
    public static string Words(double share) =>
        share switch
        {
            0 => "0 %",
            < 1e-6 => "less than 0.0001 %",
            < 0.001 => $"{100 * share:0.####} %",
            < 0.1 => $"{100 * share:0.##} %",
            _ => $"{100 * share:0} %",
        };
}
