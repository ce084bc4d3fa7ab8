using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Moving;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Drives;

public class StorageSheetTests
{
    private const long GB = 1_000_000_000;

    private static readonly DriveSheet Flash1 = Flash with
    {
        Form = "3.5",
        Bytes = 960 * GB,
        RatedWritesTB = 1000,
        PowerLossProtection = true,
    };

    private static Question Ask(JobState state, params ShelfPart[] shelf) =>
        Question.Of(state, EvidenceBook.Empty, shelf.ToDictionary(p => p.Id));

    private static Evaluation Evaluate(JobState state) => Evaluation.Evaluate(Ask(state));

    [Fact] // a least-recently-used cache run on requests of two volumes, one asked three times as often and less evenly, fixed seed
    public void Several_volumes_share_a_cache_as_a_simulated_one_does()
    {
        const int cached = 150,
            requests = 400_000;
        double[][] sums = [Sums(1000, 0.9), Sums(600, 0.6)];
        var random = new Random(20_261_128);
        var order = new LinkedList<int>();
        var where = new Dictionary<int, LinkedListNode<int>>();
        var (hits, asked) = (new int[2], new int[2]);
        for (var n = 0; n < requests; n++)
        {
            var volume = random.NextDouble() < 0.75 ? 0 : 1;
            var at = Array.BinarySearch(sums[volume], random.NextDouble());
            var block = (volume * 10_000) + Math.Min(at < 0 ? ~at : at, sums[volume].Length - 1);
            var counts = n >= requests / 4;
            if (counts)
                asked[volume]++;
            if (where.TryGetValue(block, out var node))
            {
                if (counts)
                    hits[volume]++;
                order.Remove(node);
                order.AddFirst(node);
                continue;
            }
            where[block] = order.AddFirst(block);
            if (order.Count > cached)
            {
                where.Remove(order.Last!.Value);
                order.RemoveLast();
            }
        }
        var model = new CacheModel([new(1000, 0.9, 3), new(600, 0.6, 1)]);
        var own = model.HitsOf(cached);
        Assert.Equal(own[0], hits[0] / (double)asked[0], 0.006);
        Assert.Equal(own[1], hits[1] / (double)asked[1], 0.006);
        Assert.Equal(model.Hits(cached), (hits[0] + hits[1]) / (double)(asked[0] + asked[1]), 0.005);

        static double[] Sums(int blocks, double exponent)
        {
            var weights = Enumerable.Range(1, blocks).Select(r => Math.Pow(r, -exponent)).ToArray();
            var (total, run) = (weights.Sum(), 0.0);
            return [.. weights.Select(w => run += w / total)];
        }
    }

    [Fact] // Σ of the largest popularities by hand: 3/4 · 1/(1 + 1/2) and 1/4 · 1 for volumes of two and of one block
    public void The_best_blocks_of_mixed_volumes_come_first()
    {
        var model = new CacheModel([new(2, 1, 3), new(1, 1, 1)]);
        Assert.Equal(0.75 * 2 / 3, model.Bound(1), 1e-12);
        Assert.Equal((0.75 * 2 / 3) + 0.25, model.Bound(2), 1e-12);
        Assert.Equal(1, model.Bound(3), 1e-12);
    }

    private static JobState Cached(bool back) =>
        With(Disk, Disk, Disk, Flash1, Flash1)
            .Array(ArrayLevel.Parity1, 3)
            .With(new PlanCache(new CachePlan("K", [Bay(4), Bay(5)], [new("M", 2000)], back, 200)));

    [Fact]
    public void A_mirrored_write_cache_holds_half_and_wears_twice_as_fast_as_a_read_cache()
    {
        var (reads, writes) = (Evaluate(Cached(false)).Caches[0], Evaluate(Cached(true)).Caches[0]);
        Assert.Equal((1920 * GB, 960 * GB), (reads.Bytes, writes.Bytes));
        // 1000 TB ÷ (200 GB · 2 · 365) = 6.85 years for each half; half of it each for two that share reads' fillings.
        Assert.Equal(1_000_000 / (200.0 * 2 * 365), writes.Years!.Value, 1e-9);
        Assert.Equal(2 * writes.Years.Value, reads.Years!.Value, 1e-9);
        // By hand no cache beats the best placement; a volume of its own adds its space.
        Assert.True(reads.Volume!.Hits >= reads.Now!.Hits);
        Assert.Equal(reads.Bytes, reads.Volume.UsableBytes);
        // 75 requests a second of a 7200 disk are 13.3 ms each.
        Assert.Equal(1000 / 75.0, reads.MissMs, 1e-9);
    }

    [Theory] // 30 GB a day are 10.95 TB a year; 64 GB at one drive-write a day over five years are 116.8 TB (arithmetic of the rating)
    [InlineData(null, 1.0, 64, 116.8 / 10.95)]
    [InlineData(219.0, null, 240, 20.0)]
    public void The_boot_drive_lasts_by_its_rating(double? rated, double? daily, int gb, double years) =>
        Assert.Equal(
            years,
            new BootPlan([Bay(1)])
                .LifeOn(
                    new DriveSheet
                    {
                        Bytes = gb * GB,
                        RatedWritesTB = rated,
                        WritesPerDay = daily,
                        WarrantyYears = 5,
                    }
                )
                .WearYears!.Value,
            0.01
        );

    [Fact]
    public void Shared_needs_add_up()
    {
        var drive = new DriveSheet { Bytes = 240 * GB, RatedWritesTB = 219 };
        var (own, shared) = (
            new BootPlan([Bay(1)]).LifeOn(drive),
            new BootPlan([Bay(1)], SharedGB: 100, SharedWrittenGBPerDay: 30).LifeOn(drive)
        );
        Assert.Equal(own.WearYears!.Value / 2, shared.WearYears!.Value, 1e-9);
        Assert.Equal(own.SpaceYears!.Value - (100 / 2.5), shared.SpaceYears!.Value, 1e-9);
    }

    [Fact]
    public void Candidates_are_what_is_planned_and_flash_of_the_shelf_that_fits()
    {
        var sheet = DriveBox.Sheet with
        {
            M2 = [new("X", [80], "SATA only", Key: "B", Protocols: ["SATA"])],
            Firmware = new() { BootsNvme = false },
        };
        ShelfPart Part(string id, DriveProtocol protocol, string key) =>
            new()
            {
                Id = id,
                InStock = 1,
                PriceEur = 40,
                Drive = new()
                {
                    Model = id,
                    Media = DriveMedia.Flash,
                    Protocol = protocol,
                    Form = "m.2",
                    Key = key,
                    LengthMm = 80,
                    Bytes = 240 * GB,
                    RatedWritesTB = 100,
                },
            };
        var state = Boards
            .Job(sheet, "A1", "C1")
            .With(
                new Fit(Bay(1), new Unit { Drive = Flash1 with { Protocol = DriveProtocol.Nvme }, Source = "shelf" }),
                new PlanBoot(new BootPlan([Bay(1)]))
            );
        var boot = BootSheet.Of(Ask(state, Part("fits", DriveProtocol.Sata, "B+M"), Part("not", DriveProtocol.Nvme, "M")).Boot);
        Assert.Equal([Place.Bay("1"), Place.M2("X")], boot.Candidates.Select(c => c.Place));
        Assert.Equal(("fits", true, false), (boot.Candidates[1].PartId, boot.Candidates[0].Stops, boot.Candidates[1].Stops));
    }

    [Fact]
    public void The_found_root_is_the_boot_drive_until_another_is_planned()
    {
        var found = Boards
            .Job(DriveBox.Sheet, "A1", "C1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Bay("3")] = new()
                        {
                            Drive = Flash1,
                            MemberOf = "/, /home",
                            Source = "listing",
                        },
                    },
                    null,
                    "test"
                )
            );
        Assert.Equal([Place.Bay("3")], BootSheet.Of(Ask(found).Boot).Plan!.Places);
        Assert.False(BootSheet.Of(Ask(found).Boot).IsPlanned);
        var planned = BootSheet.Of(Ask(found.With(new PlanBoot(new BootPlan([Bay(3)], 12)))).Boot);
        Assert.Equal((true, 12.0), (planned.IsPlanned, planned.Plan!.WrittenGBPerDay));
        Assert.Equal("/edit/boot/places/0", EditFold.Refusal(found, new PlanBoot(new BootPlan([Place.Bay("99")])))?.Path);
    }

    private static JobState Seen(params (long Hours, long GBWritten)[] captures) =>
        captures.Aggregate(
            Boards
                .Job(DriveBox.Sheet, "A1", "C1")
                .With(
                    new RecordFound(
                        new Dictionary<Place, Unit?>
                        {
                            [Place.Bay("1")] = new()
                            {
                                Drive = Flash1,
                                Serial = "S1",
                                Source = "listing",
                            },
                        },
                        null,
                        "test"
                    )
                ),
            (state, c) =>
                state.With(
                    new ReadBefore(
                        new Observation
                        {
                            Drives =
                            [
                                new SeenDrive
                                {
                                    Serial = "S1",
                                    Health = new SeenHealth { PowerOnHours = c.Hours, BytesWritten = c.GBWritten * GB },
                                },
                            ],
                        },
                        "drive health"
                    )
                )
        );

    [Fact] // difference ÷ hours × 24 of two captures; of one, all of its life
    public void Writes_a_day_come_from_two_captures()
    {
        var two = Evaluate(Seen((10_000, 20_000), (10_048, 20_100))).Endurance[0];
        Assert.Equal(50, two.GBPerDay!.Value, 1e-9);
        Assert.Equal("two captures, 48 power-on hours apart", two.Basis);
        Assert.Equal((1000 - 20.1) * 1000 / (50 * 365), two.Years!.Value, 1e-9);
        var one = Evaluate(Seen((10_000, 20_000))).Endurance[0];
        Assert.Equal(48, one.GBPerDay!.Value, 1e-9);
        // An hour apart says nothing of a day.
        Assert.Equal("written ÷ power-on hours, over its life", Evaluate(Seen((10_000, 20_000), (10_001, 20_900))).Endurance[0].Basis);
        Assert.Null(Evaluate(With(Flash1)).Endurance[0].GBPerDay);
    }

    [Theory] // writes of each level, common practice: two of a mirror, data and parities of a small write
    [InlineData(ArrayLevel.Mirror, 2, 100)]
    [InlineData(ArrayLevel.Parity1, 4, 50)]
    [InlineData(ArrayLevel.Parity2, 6, 50)]
    [InlineData(ArrayLevel.Stripe, 2, 50)]
    public void An_arrays_writes_fall_on_its_drives(ArrayLevel level, int n, double each) =>
        Assert.All(
            Evaluate(With([.. Enumerable.Repeat(Flash1, n)]).Array(level, n, change: a => a with { WrittenGBPerDay = 100 })).Endurance,
            r => Assert.Equal(each, r.GBPerDay!.Value, 1e-9)
        );

    [Fact] // bytes ÷ (the narrower side's mean rate · 3600); 250 MB/s outer tracks, three quarters over a pass
    public void Hours_of_a_move_are_those_of_its_narrowest_point()
    {
        var found = Found(1)
            .With(
                new Remove(Place.Bay("1")),
                new Fit(Place.Bay("2"), new Unit { Drive = Disk, Source = "shelf" }),
                new PlanMove("bay:1", MoveWay.Clone, "bay:2")
            );
        var subject = Assert.Single(Evaluate(found).Moves);
        Assert.Equal(8 * TB / (250e6 * 0.75) / 3600, subject.Options.First(o => o.Way == MoveWay.Clone).Hours!.Value, 1e-6);
        Assert.Equal(8 * TB / 110e6 / 3600, subject.Options.First(o => o.Way == MoveWay.Restore).Hours!.Value, 1e-6);
        var steps = Evaluate(found).Runbook.Steps;
        Assert.Contains(steps, s => s.Key == "move:before:bay:1");
        Assert.Contains(steps, s => s.Key == "move:after:bay:1" && s.How.Any(h => h.StartsWith("Verify", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_goal_that_is_given_up_later_is_asked_for_again()
    {
        var state = Found(1)
            .With(
                new Remove(Place.Bay("1")),
                new Fit(Place.Bay("2"), new Unit { Drive = Disk, Source = "shelf" }),
                new PlanMove("bay:1", MoveWay.Copy, "bay:2")
            );
        Assert.DoesNotContain(Evaluate(state).Findings, f => f.Rule.Code == "MOVE-UNSAID");
        Assert.Contains(Evaluate(state.With(new Restore(Place.Bay("2")))).Findings, f => f.Rule.Code == "MOVE-UNSAID");
    }

    [Fact]
    public void A_wipe_is_recorded_with_who_and_when()
    {
        var state = Found(1).With(new Remove(Place.Bay("1")));
        Assert.Equal("/edit/place", EditFold.Refusal(state, new RecordWipe(Place.Bay("2"), WipeWay.Overwrite, true))?.Path);
        state = EditFold.Apply(state, new RecordWipe(Place.Bay("1"), WipeWay.Sanitise, true), new Stamp("Bao", DateTimeOffset.UnixEpoch));
        Assert.Equal(new Wipe(WipeWay.Sanitise, "Bao", DateTimeOffset.UnixEpoch), Evaluate(state).Leaving[0].Planned);
        Assert.Equal(8 * TB / (250e6 * 0.75) / 3600, Evaluate(state).Leaving[0].Options[0].Hours!.Value, 1e-6);
    }

    [Fact]
    public void Own_figures_take_the_place_of_defaults_and_never_of_a_sheet()
    {
        var state = Disks(4).Array(ArrayLevel.Parity1, 4);
        double Lost(JobState s) => Evaluate(s).Arrays.Planned[0].Loss!.Array;
        var worse = state.With(new SetFigures(new DriveFigures(DiskFailures: 0.06, RepairStartsHours: 200)));
        Assert.True(Lost(worse) > 10 * Lost(state));
        var told = With([.. Enumerable.Repeat(Disk with { MttfHours = 1_000_000 }, 4)]).Array(ArrayLevel.Parity1, 4);
        Assert.Equal(Lost(told), Lost(told.With(new SetFigures(new DriveFigures(DiskFailures: 0.06)))), 1e-15);
        Assert.Equal(Lost(state), Lost(worse.With(new SetFigures(null))), 1e-15);
        Assert.Equal("/edit/figures/rebuildShare", EditFold.Refusal(state, new SetFigures(new DriveFigures(RebuildShare: 0)))?.Path);
    }

    [Fact]
    public void A_spare_for_all_serves_its_neighbours()
    {
        var state = Disks(7)
            .With(
                new MakeArray(new("M", ArrayLevel.Parity1, [Bay(1), Bay(2), Bay(3)]) { BackedUp = true }),
                new MakeArray(new("N", ArrayLevel.Parity1, [Bay(4), Bay(5), Bay(6)], Spares: [Bay(7)]) { BackedUp = true })
            );
        Assert.False(Evaluate(state).Arrays.Planned[0].HasSpare);
        var shared = state.With(
            new MakeArray(new("N", ArrayLevel.Parity1, [Bay(4), Bay(5), Bay(6)], Spares: [Bay(7)]) { BackedUp = true, SparesForAll = true })
        );
        Assert.True(Evaluate(shared).Arrays.Planned[0].HasSpare);
    }

    [Fact] // mdadm(8), grow mode: level 1 of two becomes level 5 of three, level 5 becomes level 6 with one drive more
    public void Levels_turn_into_others_by_legal_ways_only()
    {
        string[] Ways(ArrayLevel level, int n, ArrayHost host = ArrayHost.Kernel) =>
            [.. Evaluate(Disks(n).Array(level, n, host)).Arrays.Planned[0].Migrations!.Select(m => $"{m.Name} +{m.Drives}")];
        Assert.Equal(["Mirror +1", "Single parity +1"], Ways(ArrayLevel.Mirror, 2));
        Assert.Equal(["Single parity +1", "Double parity +1"], Ways(ArrayLevel.Parity1, 4));
        Assert.Equal(["Mirrored pairs +2"], Ways(ArrayLevel.Pairs, 4, ArrayHost.Pool));
        Assert.Empty(Ways(ArrayLevel.Parity2, 4, ArrayHost.Pool));
        // Read once and written once at half of the drives' mean: 2 · 8 TB ÷ 93.75 MB/s.
        Assert.Equal(
            2 * 8 * TB / (0.5 * 250e6 * 0.75) / 3600,
            Evaluate(Disks(4).Array(ArrayLevel.Parity1, 4)).Arrays.Planned[0].Migrations![1].Hours,
            1e-6
        );
    }

    [Fact]
    public void Nonsense_is_refused_with_its_path()
    {
        var state = With(Disk, Disk, Disk, Flash1);
        Assert.Equal("/edit/cache/volumes", EditFold.Refusal(state, new PlanCache(new CachePlan("K", [Bay(4)], [])))?.Path);
        Assert.Equal(
            "/edit/cache/places/1",
            EditFold.Refusal(state, new PlanCache(new CachePlan("K", [Bay(4), Bay(4)], [new("M", 10)])))?.Path
        );
        Assert.Equal(
            "/edit/cache/volumes/0/hotGB",
            EditFold.Refusal(state, new PlanCache(new CachePlan("K", [Bay(4)], [new("M", double.NaN)])))?.Path
        );
        Assert.Equal("/edit/name", EditFold.Refusal(state, new DropCache("K"))?.Path);
        Assert.Equal("/edit/subject", EditFold.Refusal(state, new PlanMove("array:md9", MoveWay.Copy, null))?.Path);
        Assert.Equal("/edit/boot/writtenGBPerDay", EditFold.Refusal(state, new PlanBoot(new BootPlan([Bay(1)], -1)))?.Path);
    }

    [Fact] // policy × evidence of the design: beyond the list, three successes are a note, one a care, a last failure a stop
    public void Logged_drives_speak_for_the_same_size_and_smaller_ones()
    {
        EvidenceRecord Try(int n, double tb, Outcome outcome) =>
            new($"e{n}", "box", null, null, null, null, null, outcome)
            {
                Seen = "seen",
                Date = new DateOnly(2026, 1, n),
                Who = "Bao",
                DriveTB = tb,
            };
        Core.Verdicts.Severity? Said(params EvidenceRecord[] records)
        {
            var state = Boards
                .Job(DriveBox.Sheet with { Id = "box", Bays = [DriveBox.Sheet.Bays[0] with { LimitTB = 4 }] }, "A1", "C1")
                .With(new Fit(Bay(1), new Unit { Drive = Disk, Source = "shelf" }));
            return Evaluation
                .Evaluate(Question.Of(state, new EvidenceBook(records), ShelfBook.Empty))
                .Findings.FirstOrDefault(f => f.Rule.Code == "DRV-SIZE")
                ?.Severity;
        }
        Assert.Equal(Core.Verdicts.Severity.Care, Said());
        Assert.Equal(
            Core.Verdicts.Severity.Note,
            Said(Try(1, 8, Outcome.Works), Try(2, 12, Outcome.Works), Try(3, 8, Outcome.WorksWithRemark))
        );
        Assert.Equal(Core.Verdicts.Severity.Stop, Said(Try(1, 8, Outcome.Works), Try(2, 8, Outcome.Fails)));
        // A smaller one that worked says nothing of a larger one.
        Assert.Equal(Core.Verdicts.Severity.Care, Said(Try(1, 6, Outcome.Works), Try(2, 6, Outcome.Works), Try(3, 6, Outcome.Works)));
    }

    [Fact]
    public void Drives_beyond_the_list_are_named_at_the_handover_with_their_evidence()
    {
        var state = Boards
            .Job(DriveBox.Sheet with { Bays = [DriveBox.Sheet.Bays[0] with { LimitTB = 4 }] }, "A1", "C1")
            .With([
                .. new[] { Disk, Disk, Disk with { Bytes = 4 * TB } }.Select(
                    (d, i) => new Fit(Bay(i + 1), new Unit { Drive = d, Source = "shelf" })
                ),
            ]);
        var part = Assert.Single(DriveFit.BeyondList(Ask(state).Machine));
        Assert.StartsWith("2 × 8 TB SATA", part.Part, StringComparison.Ordinal);
        Assert.Equal((2, "sheet ends at 4 TB a bay; nobody has logged it"), (part.Places.Count, part.Evidence));
    }

    [Theory] // usual choices, common practice, no source
    [InlineData(
        "battery",
        ArrayUse.Editing,
        "Writes: write-back, and write-through whenever its unit is not charged; reading ahead on; the drives’ own write cache off."
    )]
    [InlineData(null, ArrayUse.Database, "Writes: write-through; reading ahead off; the drives’ own write cache off.")]
    public void What_a_controller_asks_besides_is_in_the_step(string? protection, ArrayUse use, string line) =>
        Assert.Contains(
            line,
            Evaluate(Disks(3).Controller(protection, "5").Array(ArrayLevel.Parity1, 3, ArrayHost.Controller, a => a with { Use = use }))
                .Runbook.Steps.First(s => s.Key == "array:M")
                .How
        );
}
