using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Moving;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Web.Demo;

namespace Irvak.Bench;

/// <summary>The jobs that are measured, and the shelf they are worked out with.</summary>
internal sealed class Cases
{
    private static readonly Stamp Stamp = new("bench", default);

    public ShelfBook Shelf { get; }

    public EvidenceBook Evidence { get; }

    private readonly Dictionary<string, MachineSheet> _sheets;

    public Cases(string demo)
    {
        Shelf = ShelfBook.Of(DemoFiles.Shelf(demo));
        Evidence = new EvidenceBook(DemoFiles.Evidence(demo));
        _sheets = DemoFiles.Sheets(demo).ToDictionary(s => s.Id);
    }

    private Unit Part(string id) => Unit.Of(Shelf[id]);

    private static JobState Do(params IEnumerable<Edit> edits) => Do(JobState.Start, edits);

    private static JobState Do(JobState state, IEnumerable<Edit> edits)
    {
        foreach (var edit in edits)
        {
            if (EditFold.Refusal(state, edit) is { } problem)
                throw new InvalidOperationException($"{edit.Tell()}: {problem.Text}");
            state = EditFold.Apply(state, EditFold.Completed(state, edit), Stamp);
        }
        return state;
    }

    private static Place[] Bays(int from, int to) => [.. Enumerable.Range(from, to - from + 1).Select(n => Place.Bay($"{n}"))];

    /// <summary>A machine of the demo as a job begins.</summary>
    public JobState Plain() => Do(new AdoptSheet(_sheets["brannick-torr-32"]));

    /// <summary>The edit that <see cref="Host.Module"/> sends.</summary>
    public Edit Module(int i) => new Fit(Place.Slot($"{(char)('A' + (i % 8))}1"), Part(i % 16 < 8 ? "rdimm-32-4800" : "rdimm-64-4800"));

    public JobState Everything() => Do(EverythingEdits());

    /// <summary>32 modules, 12 drives in 3 arrays, a cache over two volumes, 7 cards, moves and wipes; four drives were there.</summary>
    public IReadOnlyList<Edit> EverythingEdits()
    {
        var sheet = _sheets["brannick-torr-32"];
        var found = new Dictionary<Place, Unit?>
        {
            [Place.Socket("CPU 1")] = new() { Processor = sheet.Processors[0], Source = "bench" },
            [Place.Socket("CPU 2")] = new() { Processor = sheet.Processors[0], Source = "bench" },
        };
        foreach (var (slot, n) in sheet.Channels.SelectMany(c => c.Slots).Select((s, i) => (s, i)))
            found[Place.Slot(slot)] = n % 4 == 0 ? Part("rdimm-32-4800") : null;
        foreach (var bay in Bays(9, 12))
            found[bay] = Part("ek-n2") with { MemberOf = "md0", Serial = $"S{bay.Name}" };
        return
        [
            new AdoptSheet(sheet),
            new RecordFound(found, new SystemFacts { OsBits = 64, Firmware = "2.14" }, "bench"),
            new AnswerUnknown("array.md0.level", ArrayAnswers.Levels.First(l => ArrayAnswers.LevelOf(l) == ArrayLevel.Parity1)),
            new SetWish(WishKind.MemoryGiB, 2048),
            new SetWish(WishKind.UsableTB, 20),
            new SetWish(WishKind.Failures, 1),
            new SetWish(WishKind.ReadMBs, 2000),
            .. sheet
                .Channels.SelectMany(c => c.Slots)
                .Select((s, i) => new Fit(Place.Slot(s), Part(i % 8 == 0 ? "rdimm-32-4800" : "rdimm-64-4800"))),
            .. Bays(1, 8).Select(b => new Fit(b, Part("rv-s1920"))),
            .. Bays(9, 12).Select(b => new Fit(b, Part("ek-n4"))),
            new Fit(Place.M2("X1"), Part("rv-k250-42")),
            new Fit(Place.M2("X2"), Part("rv-k250-42")),
            .. sheet.Slots.Select((s, i) => new Fit(Place.Card(s.Id), Part(i == 0 ? "cv-c8" : "lm-25s2"))),
            new MakeArray(new("fast", ArrayLevel.Parity2, Bays(1, 6))),
            new MakeArray(new("pair", ArrayLevel.Mirror, Bays(7, 8))),
            new MakeArray(new("large", ArrayLevel.Parity1, Bays(9, 12))),
            new PlanCache(new("front", [Place.M2("X1"), Place.M2("X2")], [new("fast", 300), new("large", 900, 2)], WriteBack: true, 400)),
            new PlanMove("array:md0", MoveWay.Copy, "large"),
            .. Bays(9, 12).Select(b => new RecordWipe(b, WipeWay.Overwrite, false)),
        ];
    }

    /// <summary>Sixty empty bays, and four controllers in slots of one processor that may be cabled to them.</summary>
    public JobState FourControllers()
    {
        var sheet = new MachineSheet
        {
            Id = "four",
            Name = "four",
            Sockets = [new("CPU")],
            Channels = [new("A", "CPU", ["A1"])],
            Roots = [new("CPU", 64, 4)],
            Slots = [.. Enumerable.Range(1, 4).Select(n => new ExpansionSlot($"S{n}", 16, 16, 4, "CPU"))],
            Bays =
            [
                .. Enumerable
                    .Range(0, 4)
                    .Select(g => new BayGroup(
                        $"deck {g + 1}",
                        "3.5",
                        "top",
                        [.. Enumerable.Range((g * 15) + 1, 15).Select(n => $"{n}")],
                        5,
                        "SAS, SATA",
                        26.1
                    )
                    {
                        LinkGbs = [12, 6, 3],
                    }),
            ],
        };
        return Do([
            new AdoptSheet(sheet),
            new RecordFound(Bays(1, 60).ToDictionary(b => b, _ => (Unit?)null), null, "bench"),
            .. sheet.Slots.Select(s => new Fit(Place.Card(s.Id), Part("cv-h16t"))),
        ]);
    }

    /// <summary>The same with a slot free and an array behind one of them.</summary>
    public JobState ThreeControllers() =>
        Do(
            FourControllers(),
            [
                new Remove(Place.Card("S4")),
                .. Bays(1, 12).Select(b => new Fit(b, Part("ek-s8"))),
                new MakeArray(new("large", ArrayLevel.Parity2, Bays(1, 12))),
            ]
        );

    /// <summary>Sixty drives in six arrays of ten with double parity, in a shelf of sixty bays.</summary>
    public static JobState Sixty()
    {
        var sheet = new MachineSheet
        {
            Id = "sixty",
            Name = "sixty",
            Sockets = [new("CPU")],
            Channels = [new("A", "CPU", ["A1"])],
            Bays =
            [
                new("deck", "3.5", "top", [.. Enumerable.Range(1, 60).Select(n => $"{n}")], 10, "SAS, SATA", 26.1) { LinkGbs = [12, 6, 3] },
            ],
        };
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
        return Do([
            new AdoptSheet(sheet),
            .. Bays(1, 60).Select(b => new Fit(b, new Unit { Drive = drive, Source = "shelf" })),
            .. Enumerable.Range(0, 6).Select(a => new MakeArray(new($"M{a}", ArrayLevel.Parity2, Bays((a * 10) + 1, (a * 10) + 10)))),
        ]);
    }
}
