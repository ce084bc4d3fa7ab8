using System.Text;
using System.Text.Json;
using BenchmarkDotNet.Attributes;
using Irvak.Captures;
using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Solvers;
using Irvak.Store;
using Irvak.Web;
using Irvak.Web.Demo;

namespace Irvak.Bench;

/// <summary>The core on the 32-slot machine of the demo, and the reader on its captures.</summary>
[MemoryDiagnoser]
public class CoreBenchmarks
{
    private Question _question = null!;
    private JobState _state = null!;
    private Dictionary<string, ShelfPart> _shelf = null!;
    private EvidenceBook _evidence = null!;
    private byte[] _large = null!;

    [GlobalSetup]
    public void Setup()
    {
        var demo = Program.Demo;
        var sheet = DemoFiles.Sheets(demo).Single(s => s.Id == "brannick-torr-32");
        _shelf = DemoFiles.Shelf(demo).ToDictionary(p => p.Id);
        _evidence = new EvidenceBook(DemoFiles.Evidence(demo));
        var capture = File.ReadAllBytes(Path.Combine(demo, "captures", "torr-before.txt"));
        var stamp = new Stamp("bench", default);
        var found = AsFound.From(sheet, CaptureReader.Read(capture).Seen, "bench");
        _state = EditFold.Apply(EditFold.Apply(JobState.Start, new AdoptSheet(sheet), stamp), found, stamp);
        // Both sockets, all 32 slots filled, half of them with modules off the sheet.
        var second = new Dictionary<Place, Unit?> { [Place.Socket("CPU 2")] = _state.Found[Place.Socket("CPU 1")] };
        _state = EditFold.Apply(_state, new RecordFound(second, null, "bench"), stamp);
        foreach (var (slot, i) in sheet.Channels.SelectMany(c => c.Slots).Select((s, i) => (s, i)))
            _state = EditFold.Apply(
                _state,
                new Fit(
                    Place.Slot(slot),
                    new Unit
                    {
                        Module = _shelf[i % 2 == 0 ? "rdimm-32-4800" : "rdimm-64-4800"].Module,
                        ShelfPartId = "rdimm-64-4800",
                        Source = "shelf",
                    }
                ),
                stamp
            );
        _state = EditFold.Apply(_state, new SetWish(WishKind.MemoryGiB, 2048), stamp);
        _question = Question.Of(_state, _evidence, _shelf);
        _arrays = Arrays();
        var text = Encoding.UTF8.GetString(capture);
        _large = Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat(text, 7 * 1024 * 1024 / text.Length)))[..(4 * 1024 * 1024)];
    }

    private Question _arrays = null!;
    private readonly LossQuestion _loss = new(1_000_000, 24, 0.1);

    /// <summary>Sixty drives in six arrays of ten with double parity, in a shelf of sixty bays.</summary>
    private static Question Arrays()
    {
        var stamp = new Stamp("bench", default);
        var sheet = new MachineSheet
        {
            Id = "sixty",
            Name = "sixty",
            Sockets = [new("CPU")],
            Bays =
            [
                new("deck", "3.5", "top", [.. Enumerable.Range(1, 60).Select(n => $"{n}")], 10, "SAS, SATA", 26.1) { LinkGbs = [12, 6, 3] },
            ],
        };
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(sheet), stamp);
        var drive = new DriveSheet
        {
            Media = DriveMedia.Disk,
            Protocol = DriveProtocol.Sas,
            Form = "3.5",
            Bytes = 8_001_563_222_016,
            Rpm = 7200,
            SectorBytes = 512,
            LinkGbs = 12,
            HeightMm = 26.1,
            Class = "nearline",
        };
        for (var n = 1; n <= 60; n++)
            state = EditFold.Apply(state, new Fit(Place.Bay($"{n}"), new Unit { Drive = drive, Source = "shelf" }), stamp);
        for (var a = 0; a < 6; a++)
            state = EditFold.Apply(
                state,
                new MakeArray(new($"M{a}", ArrayLevel.Parity2, [.. Enumerable.Range((a * 10) + 1, 10).Select(n => Place.Bay($"{n}"))])),
                stamp
            );
        return Question.Of(state, EvidenceBook.Empty, new Dictionary<string, ShelfPart>());
    }

    [Benchmark]
    public Evaluation Evaluate60DrivesIn6Arrays() => Evaluation.Evaluate(_arrays);

    /// <summary>Chance of loss of sixty drives with triple tolerance over five years, repaired within a day.</summary>
    [Benchmark]
    public LossChance? ChainOf60Drives() => LossChain.OfGroup(60, 3, _loss, 43_800);

    [Benchmark]
    public Evaluation Evaluate32Slots() => Evaluation.Evaluate(_question);

    [Benchmark]
    public int WaysOutOfEveryFinding()
    {
        var before = Evaluation.Evaluate(_question);
        return before.Findings.Sum(f =>
            WaysOut.Of(_state, before, f, [.. _shelf.Values], s => Evaluation.Evaluate(Question.Of(s, _evidence, _shelf))).Count
        );
    }

    /// <summary>What every edit reads and writes: the job's state as its snapshot.</summary>
    [Benchmark]
    public int SnapshotThereAndBack() =>
        JsonSerializer.Deserialize<JobState>(JsonSerializer.Serialize(_state, Database.Json), Database.Json)!.Plan.Count;

    /// <summary>What every answer holds: the job evaluated, as JSON.</summary>
    [Benchmark]
    public int ViewAsJson() =>
        JsonSerializer
            .SerializeToUtf8Bytes(
                JobView.Of(new Store.Job(1, "1", "t", "o", "b", default, 1, _state), _evidence, _shelf, new Irvak.Core.Inputs.Kept()),
                Database.Json
            )
            .Length;

    /// <summary>Four MiB of firmware listing; divide by the time for the rate.</summary>
    [Benchmark]
    public int Read4MiBOfListing() => CaptureReader.Read(_large).Used;
}
