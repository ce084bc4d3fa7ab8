using System.Globalization;

namespace Irvak.Bench;

/// <summary>One figure beside what it is held against, both of the same run.</summary>
/// <param name="Reach">The ratio that it has to keep; null for a figure that only informs.</param>
/// <param name="AtLeast">True where more is better, as for rates.</param>
internal sealed record Row(string What, string Figure, string Against, double Ratio, double? Reach, bool AtLeast = false)
{
    public bool Misses => Reach is { } reach && (double.IsNaN(Ratio) || (AtLeast ? Ratio < reach : Ratio > reach));
}

/// <summary>Gathers rows and prints each as it comes; a run with a row that misses fails.</summary>
internal sealed class Report
{
    private readonly List<Row> _rows = [];

    public Report()
    {
        Console.WriteLine($"load before: {File.ReadAllText("/proc/loadavg").Split(' ')[0]} on {Environment.ProcessorCount} cores");
        Console.WriteLine("| what | figure | against, same run | ratio | to reach | |");
        Console.WriteLine("|---|---|---|---|---|---|");
    }

    public void Add(Row row)
    {
        _rows.Add(row);
        var reach = row.Reach is { } r ? $"{(row.AtLeast ? "≥" : "≤")} {Text(r)}" : "";
        Console.WriteLine($"| {row.What} | {row.Figure} | {row.Against} | {Text(row.Ratio)} | {reach} | {(row.Misses ? "MISSED" : "")} |");
    }

    /// <summary>Process exit code: 1 when a row misses.</summary>
    public int Code => _rows.Exists(r => r.Misses) ? 1 : 0;

    public static string Text(double value) =>
        value.ToString(
            Math.Abs(value) >= 100 ? "0"
                : Math.Abs(value) >= 10 ? "0.0"
                : "0.00",
            CultureInfo.InvariantCulture
        );

    public static string Time(double microseconds) => microseconds >= 1000 ? $"{Text(microseconds / 1000)} ms" : $"{Text(microseconds)} µs";
}
