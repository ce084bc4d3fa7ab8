using Irvak.Store;

namespace Irvak.Bench;

/// <summary>
/// <c>rows full|quick ADDRESS ADDRESS PROCESS CONNECTION PGBENCH …</c> measures two running hosts beside their database, and the core;
/// <c>core</c> the core alone; <c>lines [NAME]</c> every reader beside the framework's pass, or the one named; <c>solvers</c> the searches;
/// <c>readers [NAME]</c> every reader on eight MiB; <c>turn everything|sixty|plain N</c> works one job out for a profiler;
/// <c>everything CONNECTION</c> puts that job into a host's database, for a profiler of its pages. ./bench calls them.
/// </summary>
public static class Program
{
    public static string Demo { get; } = Environment.GetEnvironmentVariable("IRVAK_DEMO") ?? "demo";

    public static async Task<int> Main(string[] args)
    {
        switch (args)
        {
            case ["rows", var size, var first, var second, var process, var connection, .. var pgbench]:
                return await Rows(size == "quick", [new(new(first)), new(new(second))], int.Parse(process), connection, pgbench);
            case ["core"]:
                var core = new Report();
                CoreRows.Run(new Cases(Demo), core);
                return core.Code;
            case ["lines", ..]:
                var lines = new Report();
                Readers.Rows(Demo, lines, args.ElementAtOrDefault(1));
                return lines.Code;
            case ["turn", var which, var edits]:
                return CoreRows.Turn(new Cases(Demo), which, int.Parse(edits));
            case ["everything", var connection]:
                await using (var database = new Database(connection))
                    Console.WriteLine(await InterfaceRows.Everything(new Jobs(database), new Cases(Demo)));
                return 0;
            case ["solvers"]:
                return SolverRuns.Run();
            case ["readers"]:
                return Readers.Run(Demo, null);
            case ["readers", var only]:
                return Readers.Run(Demo, only);
            default:
                Console.Error.WriteLine(
                    "rows full|quick ADDRESS ADDRESS PROCESS CONNECTION PGBENCH … | core | turn everything|sixty|plain N | "
                        + "everything CONNECTION | solvers | lines [NAME] | readers [NAME]"
                );
                return 2;
        }
    }

    /// <summary>Every row; the exit code says whether one misses.</summary>
    private static async Task<int> Rows(bool quick, Host[] hosts, int process, string connection, string[] pgbench)
    {
        var (report, cases) = (new Report(), new Cases(Demo));
        await using var database = new Database(connection);
        await new HostRows(hosts, process, database, pgbench, quick, report).Run(cases);
        CoreRows.Run(cases, report);
        Readers.Rows(Demo, report, quick ? Readers.Machine : null);
        foreach (var host in hosts)
            host.Dispose();
        return report.Code;
    }
}
