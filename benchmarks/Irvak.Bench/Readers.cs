using System.Diagnostics;
using System.Text;
using CsvHelper;
using Irvak.Captures;
using Irvak.Captures.Documents;
using Irvak.Captures.Simulated;
using Irvak.Web.Demo;

namespace Irvak.Bench;

/// <summary>Rate of every reader on about eight MiB of its format, and the memory that reading takes.</summary>
internal static class Readers
{
    private const int Size = 7 * 1024 * 1024;

    /// <summary>Each text format against the framework's own pass over the same bytes, in turns.</summary>
    public static void Rows(string demo, Report report, string? only = null)
    {
        foreach (var (name, all) in Samples(demo).Where(s => s.Name != "firmware tables" && (only is null || s.Name == only)))
        {
            // A capture as people paste it, not eight MiB of it.
            var end = all.Length > Piece ? Array.LastIndexOf(all, (byte)'\n', Piece) : all.Length;
            var bytes = Whole(name) ? all : all[..end];
            var read = Reading(name, bytes);
            var t = Alternating.Medians(read, Plain(name, bytes));
            string Rate(double us) => $"{bytes.Length / us:0} MB/s";
            report.Add(
                new(
                    $"reading {name}",
                    Rate(t[0]),
                    $"the framework's pass {Rate(t[1])}",
                    t[1] / t[0],
                    name == Machine ? 0.3 : null,
                    AtLeast: true
                )
            );
        }
    }

    /// <summary>All that a machine tells of itself in one paste; the row that is held.</summary>
    public const string Machine = "a whole machine";

    private const int Piece = 256 * 1024;

    // Formats of which a piece is not one.
    private static bool Whole(string name) => name is "block devices" or "NVMe list" or "management page";

    // Each as its own tool prints it.
    private static string[] Told(SimulatedMachine machine) =>
        [
            machine.FirmwareListing(),
            machine.SystemMemory(),
            machine.System.Processors(8),
            machine.System.Pci(),
            machine.Storage.BlockDevices(),
            machine.Storage.KernelArrays(),
            .. machine.Storage.Drives.Select((d, i) => machine.Storage.Health(d.Place, DemoBuilds.Health(i, d.Unit.Drive!))),
            SimulatedSystem.Port("eth0", 1000, 100, 1000),
        ];

    /// <summary>The framework's own pass over the same bytes: their lines, and of a document its values.</summary>
    private static Action Plain(string name, byte[] bytes)
    {
        if (name != Machine)
            return bytes[0] == (byte)'{' ? () => Values(bytes) : () => Lines(bytes);
        var told = Told(TheMachine(Program.Demo)).Select(Encoding.UTF8.GetBytes).ToList();
        return () =>
        {
            foreach (var one in told)
                if (one[0] == (byte)'{')
                    Values(one);
                else
                    Lines(one);
        };
    }

    private static void Values(byte[] bytes)
    {
        var reader = new System.Text.Json.Utf8JsonReader(bytes, new System.Text.Json.JsonReaderOptions { AllowMultipleValues = true });
        while (reader.Read())
            System.Text.Json.JsonDocument.ParseValue(ref reader).Dispose();
    }

    private static SimulatedMachine TheMachine(string demo)
    {
        var builds = new DemoBuilds(DemoFiles.Sheets(demo).ToDictionary(s => s.Id), DemoFiles.Shelf(demo).ToDictionary(p => p.Id));
        return new(builds.Of("brannick-torr-32"), DemoBuilds.Facts("brannick-torr-32"));
    }

    private static int Lines(byte[] bytes)
    {
        using var reader = new StreamReader(new MemoryStream(bytes), Encoding.UTF8);
        var count = 0;
        while (reader.ReadLine() is not null)
            count++;
        return count;
    }

    private static Action Reading(string name, byte[] bytes)
    {
        if (name != "table of drives")
            return () => CaptureReader.Read(bytes);
        // Columns are named once; then the table is read.
        var columns = DriveTable.Preview(CaptureReader.Text(bytes))!.Guess;
        return () => DriveTable.Read(CaptureReader.Text(bytes), columns);
    }

    private static (string Name, byte[] Bytes)[] Samples(string demo)
    {
        var machine = TheMachine(demo);
        var drives = machine.Storage.Drives;
        return
        [
            ("firmware listing", Repeat(machine.FirmwareListing())),
            (Machine, Encoding.UTF8.GetBytes(string.Join('\n', Told(machine)))),
            ("firmware tables", [.. machine.Bytes.FirmwareTables()]),
            ("PCI listing", Repeat(machine.System.Pci())),
            ("system memory, processors", Repeat(machine.SystemMemory() + "\n" + machine.System.Processors(8))),
            ("load and waiting", Repeat(SimulatedSystem.Waiting(1, 2, 3) + SimulatedSystem.Load(1, 2, 3, 4))),
            ("block devices", List(machine.Storage.BlockDevices(), "blockdevices")),
            (
                "drive health",
                Repeat(string.Concat(drives.Select((d, i) => machine.Storage.Health(d.Place, DemoBuilds.Health(i, d.Unit.Drive!)))))
            ),
            ("NVMe list", List(machine.Storage.NvmeList(), "Devices")),
            ("software arrays", Repeat(machine.Storage.KernelArrays())),
            ("management page", List(machine.Management.Resources("10.0.0.1"), "Members")),
            ("shell listing, CSV", Rows(machine.Management.ShellMemoryCsv())),
            ("table of drives", Rows(machine.Storage.ControllerTable())),
            ("network ports", Repeat(SimulatedSystem.Port("eth0", 1000, 100, 1000))),
            ("log", Repeat(SimulatedSystem.Log("ata3.00: failed command: READ FPDMA QUEUED"))),
        ];
    }

    public static int Run(string demo, string? only)
    {
        var slowest = 0.0;
        foreach (var (name, bytes) in Samples(demo).Where(s => only is null || s.Name == only))
        {
            var Read = Reading(name, bytes);
            // Small binary captures are read many times; everything else once is long enough.
            var times = Math.Max(1, Size / bytes.Length);
            // As in a host that has run for a while: often enough that the compiler has done its last pass.
            for (var warm = Stopwatch.GetTimestamp(); Stopwatch.GetElapsedTime(warm).TotalSeconds < 2; )
                Read();
            GC.Collect();
            var from = Stopwatch.GetTimestamp();
            var before = GC.GetTotalAllocatedBytes();
            for (var i = 0; i < times; i++)
                Read();
            var seconds = Stopwatch.GetElapsedTime(from).TotalSeconds;
            slowest = Math.Max(slowest, seconds / times * CaptureReader.MostBytes / bytes.Length);
            var allocated = (GC.GetTotalAllocatedBytes() - before) / times;
            var beside = Yardstick(bytes) is { } plain ? $"   {Seconds(plain) * times / seconds, 4:0.00} of the library's plain pass" : "";
            Console.WriteLine(
                $"{name, -26} {bytes.Length * (double)times / 1e6 / seconds, 7:0} MB/s   {seconds / times, 7:0.000} "
                    + $"s for {bytes.Length / 1048576.0, 5:0.00} MiB   {allocated / 1048576.0, 6:0} MiB allocated{beside}"
            );
        }
        if (slowest > 2)
            Console.WriteLine($"MISSED: 8 MiB would take {slowest:0.0} s, 2 are meant.");
        using var self = Process.GetCurrentProcess();
        Console.WriteLine($"{"peak of the whole process", -26} {self.PeakWorkingSet64 / 1048576.0:0} MiB");
        return slowest > 2 ? 1 : 0;
    }

    /// <summary>What a common library needs only to take the same bytes apart, in the same run; null where none reads the format.</summary>
    private static Action? Yardstick(byte[] bytes) =>
        bytes[0] switch
        {
            (byte)'{' => () => Values(bytes),
            (byte)'"' or (byte)'B' => () =>
            {
                using var csv = CsvReader.FromText(
                    Encoding.UTF8.GetString(bytes),
                    new CsvReaderOptions { HasHeader = false, FieldCountMismatch = CsvFieldCountHandling.Allow }
                );
                while (csv.Read())
                    _ = csv.GetString(0);
            },
            _ => null,
        };

    private static double Seconds(Action action)
    {
        for (var i = 0; i < 2; i++)
            action();
        var from = Stopwatch.GetTimestamp();
        for (var i = 0; i < 3; i++)
            action();
        return Stopwatch.GetElapsedTime(from).TotalSeconds / 3;
    }

    // A capture has at most 200 000 lines; beyond them a reader only counts.
    private static byte[] Repeat(string text) =>
        Encoding.UTF8.GetBytes(
            string.Concat(Enumerable.Repeat(text + "\n", Math.Min(Size / text.Length, 190_000 / (text.Count(c => c == '\n') + 1))))
        );

    // As the tools print it, a line for each value.
    private static readonly System.Text.Json.JsonSerializerOptions Indented = new() { WriteIndented = true };

    private static byte[] List(string text, string name)
    {
        var items = System.Text.Json.Nodes.JsonNode.Parse(text)![name]!.AsArray().Select(n => n!.ToJsonString(Indented)).ToList();
        var one = string.Join(",\n", items);
        var count = Math.Min(Size / one.Length, 190_000 / (one.Count(c => c == '\n') + 1));
        return Encoding.UTF8.GetBytes($"{{\"{name}\":[\n{string.Join(",\n", Enumerable.Repeat(one, count))}\n]}}");
    }

    private static byte[] Rows(string text)
    {
        var end = text.IndexOf('\n') + 1;
        var rows = text[end..];
        return Encoding.UTF8.GetBytes(
            text[..end] + string.Concat(Enumerable.Repeat(rows, Math.Min(Size / rows.Length, 95_000 / rows.Count(c => c == '\n'))))
        );
    }
}
