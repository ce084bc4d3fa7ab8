using System.Diagnostics;

namespace Irvak.Bench;

/// <summary>
/// <c>core</c> measures the core; <c>solvers</c> the searches; <c>readers</c> every reader, or the one named after it; <c>shelf
/// CONNECTION</c> search over 100 000 parts; <c>load ADDRESS PID</c> a running host over HTTP. Both are called by ./bench,
/// which runs pgbench with the same statements beside them.
/// </summary>
public static class Program
{
    public static string Demo { get; } = Environment.GetEnvironmentVariable("IRVAK_DEMO") ?? "demo";

    public static async Task<int> Main(string[] args)
    {
        switch (args)
        {
            case ["load", var address, var pid]:
                using (var load = new HttpLoad(new Uri(address)))
                    await Load(load, int.Parse(pid));
                return 0;
            case ["rows"]:
                var report = new Report();
                CoreRows.Run(new Cases(Demo), report);
                return report.Code;
            case ["turn", var which, var edits]:
                return CoreRows.Turn(new Cases(Demo), which, int.Parse(edits));
            case ["solvers"]:
                return SolverRuns.Run();
            case ["readers"]:
                return Readers.Run(Demo, null);
            case ["readers", var only]:
                return Readers.Run(Demo, only);
            case ["shelf", var connection]:
                return await ShelfSearchLoad.Run(Demo, connection);
            default:
                Console.Error.WriteLine("core | solvers | readers [NAME] | shelf CONNECTION | load ADDRESS PID");
                return 2;
        }
    }

    private static async Task Load(HttpLoad load, int pid)
    {
        var one = await load.Run(1, 600);
        var sixteen = await load.Run(16, 120);
        var page = await load.FirstPage();
        Console.WriteLine($"edit round trip, 1 client:   median {one.Median:0.0} ms, 99 % {one.P99:0.0} ms, {one.Rate:0} a second");
        Console.WriteLine(
            $"edit round trip, 16 clients: median {sixteen.Median:0.0} ms, 99 % {sixteen.P99:0.0} ms, {sixteen.Rate:0} a second"
        );
        Console.WriteLine($"first page, brotli:          {page.Bytes / 1000.0:0} kB in {page.Files} answers");
        Console.WriteLine(
            $"memory of the host:          {Process.GetProcessById(pid).WorkingSet64 / 1e6:0} MB after {600 + 20 + (16 * 140)} edits"
        );
    }
}
