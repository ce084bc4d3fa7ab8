using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

public class JobsTests(StoreFixture store)
{
    private static readonly Stamp Bao = new("Bao", DateTimeOffset.UnixEpoch);

    private Task<EditOutcome> Apply(Job job, Edit edit, int? lastSeen = null, Guid? key = null, Stamp? who = null) =>
        store.Jobs.Apply(
            job.Number,
            WriteKey.Of(key ?? Guid.NewGuid(), edit),
            lastSeen ?? job.LastNumber,
            who ?? Boards.Stamp,
            edit,
            [],
            StoreFixture.Judge,
            null,
            default
        );

    [Fact]
    public async Task An_edit_survives_and_the_snapshot_is_the_fold_of_the_history()
    {
        var job = await store.Begin("A1");
        var applied = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("B1")));
        var again = await store.Jobs.Find(job.Number, default);
        Assert.Equal(applied.Number, again!.LastNumber);
        Assert.Equal(32 * 1024, again.State.Planned.InstalledMiB);
        var history = (await store.Jobs.HistoryOf(job.Id, int.MaxValue, 100, default)).Reverse().ToList();
        Assert.Equal(Database.ToJson(again.State), Database.ToJson(History.Fold(history)));
    }

    [Fact]
    public async Task What_one_host_remembers_of_a_job_gives_way_to_what_another_wrote()
    {
        var job = await store.Begin("A1");
        var other = new Jobs(store.Database);
        Assert.Equal(16 * 1024, (await other.Find(job.Number, default))!.State.Planned.InstalledMiB);
        var mine = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("B1")));
        Assert.Equal(32 * 1024, (await other.Find(job.Number, default))!.State.Planned.InstalledMiB);
        // An edit of the other host rests on mine, and mine sees it.
        Assert.IsType<EditOutcome.Applied>(
            await other.Apply(job.Number, WriteKey.Fresh(), mine.Number, Bao, Boards.Fit("C1"), [], StoreFixture.Judge, null, default)
        );
        Assert.Equal(48 * 1024, (await store.Jobs.Find(job.Number, default))!.State.Planned.InstalledMiB);
        // An edit that could not be worked out is remembered by nobody.
        Assert.IsType<EditOutcome.Unworkable>(
            await store.Jobs.Apply(
                job.Number,
                WriteKey.Fresh(),
                mine.Number + 1,
                Bao,
                Boards.Fit("D1"),
                [],
                _ => throw new InvalidOperationException("no"),
                null,
                default
            )
        );
        Assert.Equal(48 * 1024, (await store.Jobs.Find(job.Number, default))!.State.Planned.InstalledMiB);
    }

    [Fact]
    public async Task The_same_key_sent_twice_counts_once()
    {
        var job = await store.Begin();
        var key = Guid.NewGuid();
        var first = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("A1"), key: key));
        var second = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("A1"), key: key));
        Assert.Equal((first.Number, false, true), (second.Number, first.Repeated, second.Repeated));
        Assert.Equal(first.Number, (await store.Jobs.Find(job.Number, default))!.LastNumber);
    }

    [Fact]
    public async Task Begin_with_the_same_key_gives_the_same_job()
    {
        var key = Guid.NewGuid();
        async Task<EditOutcome> Begin(string title) =>
            await store.Jobs.Begin(WriteKey.Of(key, title), title, "", Boards.Stamp, [], [], StoreFixture.Judge, default);
        var numbers = await Task.WhenAll(
            Enumerable.Range(0, 4).Select(async _ => Assert.IsType<EditOutcome.Applied>(await Begin("One")).Job.Number)
        );
        Assert.Single(numbers.Distinct());
        Assert.IsType<EditOutcome.OtherContent>(await Begin("Two"));
    }

    [Fact]
    public async Task Edits_of_other_places_are_applied_on_top()
    {
        var job = await store.Begin();
        await Apply(job, Boards.Fit("A1"), who: Bao);
        var applied = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("B1"), lastSeen: job.LastNumber));
        Assert.Equal([Place.Slot("A1"), Place.Slot("B1")], applied.Job.State.Plan.Keys);
    }

    [Fact]
    public async Task The_same_place_with_another_part_clashes_and_stores_nothing()
    {
        var job = await store.Begin();
        await Apply(job, Boards.Fit("A1", Boards.Module(32)), who: Bao);
        var clash = Assert.IsType<EditOutcome.Clashed>(await Apply(job, Boards.Fit("A1"), lastSeen: job.LastNumber));
        Assert.Equal(("slot:A1", "Bao"), (clash.Clashes[0].Subject, clash.Clashes[0].Who));
        Assert.Equal(32 * 1024, (await store.Jobs.Find(job.Number, default))!.State.Planned.InstalledMiB);
    }

    [Fact]
    public async Task What_was_taken_back_clashes_with_nobody()
    {
        var job = await store.Begin();
        await Apply(job, Boards.Fit("A1", Boards.Module(32)), who: Bao);
        await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Bao, false, StoreFixture.Judge, default);
        Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("A1"), lastSeen: job.LastNumber));
    }

    [Fact]
    public async Task Sixteen_hands_at_once_lose_no_edit()
    {
        var job = await store.Begin();
        var seen = Enumerable.Repeat(job.LastNumber, 16).ToArray();
        string[] slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];
        await Task.WhenAll(
            Enumerable
                .Range(0, 16)
                .Select(async hand =>
                {
                    for (var i = 0; i < 5; i++)
                    {
                        // What a hand last saw is its own last edit: nobody else touches its subject.
                        Edit edit =
                            hand < 8
                                ? Boards.Fit(slots[hand], Boards.Module(8 << (i % 2)))
                                : new SetTick($"k{hand}", i % 2 == 0, $"step {hand}");
                        seen[hand] = Assert
                            .IsType<EditOutcome.Applied>(
                                await Apply(job, edit, lastSeen: seen[hand], who: new Stamp($"h{hand}", DateTimeOffset.UnixEpoch))
                            )
                            .Number;
                    }
                })
        );
        var end = await store.Jobs.Find(job.Number, default);
        Assert.Equal(job.LastNumber + 80, end!.LastNumber);
        Assert.Equal(8, end.State.Plan.Count);
        Assert.Equal(8, end.State.Ticks.Count);
        var history = await store.Jobs.HistoryOf(job.Id, int.MaxValue, 200, default);
        Assert.Equal(Enumerable.Range(1, end.LastNumber).Reverse(), history.Select(h => h.Number));
    }

    [Fact]
    public async Task Undo_and_redo_append_and_bring_back_the_same_state()
    {
        var job = await store.Begin("A1");
        var fitted = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("B1")));
        var undone = Assert.IsType<EditOutcome.Applied>(
            await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Boards.Stamp, false, StoreFixture.Judge, default)
        );
        Assert.Empty(undone.Job.State.Plan);
        var redone = Assert.IsType<EditOutcome.Applied>(
            await store.Jobs.Redo(job.Number, WriteKey.Fresh(), Boards.Stamp, StoreFixture.Judge, default)
        );
        Assert.Equal(Database.ToJson(fitted.Job.State), Database.ToJson(redone.Job.State));
        Assert.Equal(fitted.Number + 2, redone.Number);
        Assert.IsType<EditOutcome.NothingToDo>(
            await store.Jobs.Redo(job.Number, WriteKey.Fresh(), Boards.Stamp, StoreFixture.Judge, default)
        );
    }

    [Fact]
    public async Task Undo_names_what_rests_on_it_and_takes_both_when_asked()
    {
        var job = await store.Begin();
        await Apply(job, Boards.Fit("A1"));
        await Apply(job, new Move(Place.Slot("A1"), Place.Slot("B1")), lastSeen: job.LastNumber + 1, who: Bao);
        var rests = Assert.IsType<EditOutcome.Rests>(
            await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Boards.Stamp, false, StoreFixture.Judge, default)
        );
        Assert.Equal("Bao", Assert.Single(rests.Dependents).Stamp.Who);
        var undone = Assert.IsType<EditOutcome.Applied>(
            await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Boards.Stamp, true, StoreFixture.Judge, default)
        );
        Assert.Empty(undone.Job.State.Plan);
    }

    [Fact]
    public async Task A_refused_edit_leaves_no_trace()
    {
        var job = await store.Begin();
        Assert.IsType<EditOutcome.Refused>(await Apply(job, new Remove(Place.Slot("Z1"))));
        Assert.Equal(job.LastNumber, (await store.Jobs.Find(job.Number, default))!.LastNumber);
        Assert.IsType<EditOutcome.Unknown>(
            await store.Jobs.Apply("9999", WriteKey.Fresh(), 0, Boards.Stamp, Boards.Fit("A1"), [], StoreFixture.Judge, null, default)
        );
    }

    [Fact]
    public async Task A_capture_is_kept_with_its_edit_or_not_at_all()
    {
        var job = await store.Begin();
        var capture = new NewCapture("before", "firmware listing", [1, 0, 2], "{}");
        Assert.IsType<EditOutcome.Refused>(
            await store.Jobs.Apply(
                job.Number,
                WriteKey.Fresh(),
                job.LastNumber,
                Boards.Stamp,
                new Remove(Place.Slot("Z1")),
                [capture, capture with { Name = "b.txt" }],
                StoreFixture.Judge,
                null,
                default
            )
        );
        Assert.Empty(await store.Jobs.CapturesOf(job.Id, default));
        Assert.IsType<EditOutcome.Applied>(
            await store.Jobs.Apply(
                job.Number,
                WriteKey.Fresh(),
                job.LastNumber,
                Boards.Stamp,
                Boards.Fit("A1"),
                [capture, capture with { Name = "b.txt" }],
                StoreFixture.Judge,
                null,
                default
            )
        );
        var kept = await store.Jobs.CapturesOf(job.Id, default);
        Assert.Equal([("before", null), ("before", "b.txt")], kept.Select(c => (c.Phase, c.Name)));
        Assert.Equal([1, 0, 2], await store.Jobs.CaptureBytes(job.Id, kept[1].Id, default));
        Assert.Null(await store.Jobs.CaptureBytes(job.Id + 1, kept[1].Id, default));
    }

    [Fact]
    public void Every_kind_of_edit_comes_back_as_it_was_stored()
    {
        Edit[] edits =
        [
            new AdoptSheet(Boards.Server),
            new RecordFound(
                new Dictionary<Place, Core.Builds.Unit?> { [Place.Slot("A1")] = Boards.Unit(), [Place.Slot("A2")] = null },
                new SystemFacts { OsBits = 64 },
                "by hand"
            ),
            new AnswerUnknown("system.osBits", "32"),
            new SetWish(WishKind.MemoryGiB, 64),
            new SetPolicy(Policy.Sound),
            new Core.Aims.SetPurposes([Core.Aims.Purpose.Memory, Core.Aims.Purpose.Boot]),
            new Recall(
                "0063",
                new DateOnly(2026, 1, 2),
                true,
                new Dictionary<Place, Core.Builds.Unit?> { [Place.Slot("A1")] = Boards.Unit(), [Place.Slot("A2")] = null }
            ),
            Boards.Fit("A1"),
            new Remove(Place.Slot("A1")),
            new Move(Place.Slot("A1"), Place.Slot("B1")),
            new Restore(Place.Slot("A1")),
            new SetTick("k", true, "w"),
            new AnswerLine("firmware.total", Core.Expectations.SeenVerdict.Other, "48 GB"),
            new ReadAfter(new Core.Observations.Observation { MemTotalKiB = 1 }, "x"),
            new HandOver("Bao"),
            new ReadBefore(new Core.Observations.Observation { LogLines = 3 }, "log"),
            new Settle("slot:A1", "by hand"),
            new AnswerCheck("start", true, "2 min"),
            new SetNote("plug:FAN 1", "header 3"),
            new SetMemoryMode(Core.Sheets.MemoryMode.Mirrored),
            new Arrange(
                new Dictionary<Place, Arranged?>
                {
                    [Place.Slot("A1")] = new(Place.Slot("A2")),
                    [Place.Slot("A2")] = null,
                    [Place.Slot("B1")] = new(null, Boards.Unit()),
                },
                "places"
            ),
            new MakeArray(
                new(
                    "M",
                    Core.Arrays.ArrayLevel.Parity2,
                    [Place.Bay("1"), Place.Bay("2"), Place.Bay("3"), Place.Bay("4")],
                    Core.Arrays.ArrayHost.Controller,
                    1,
                    [Place.Bay("5")],
                    256,
                    Core.Arrays.ArrayUse.Machines
                )
                {
                    Scratch = true,
                    BackedUp = true,
                }
            ),
            new DropArray("M"),
            new Core.Controllers.WireBays("front", Place.Card("S1")),
            new Core.Controllers.WireBays("front", Place.Card("S1"), ["1", "2"]),
            new Core.Controllers.SetControllerFirmware(Place.Card("S1"), "24.21", true),
            new Core.Controllers.SetCardPart(Place.Card("S1"), "unit", Core.Controllers.CardPartState.There),
            new Core.Drives.SetDriveFirmware("EK-N8", null),
            new Core.Aims.SetFrames(true),
            new Core.Aims.SetPromise(new DateOnly(2026, 12, 24)),
            new Core.Survey.LeaveUnasked(["memory.types", "found.slot:A1"], true),
            new Core.Survey.TakeBack("found.slot:A1"),
            new Core.Aims.LeaveAlone(["bays:front"]),
            new Core.Volumes.WishVolume(
                new("T", Core.Arrays.ArrayUse.Archive)
                {
                    OnItTB = 11.4,
                    GrowthTB = 3.6,
                    Failures = 2,
                    BackedUpTo = "tape",
                }
            ),
            new Core.Volumes.DropVolume("T"),
            new Core.Running.SayRuns(new("guests", Core.Running.RunKind.Guest, 5) { EachGiB = 6 }),
            new Core.Running.RunsNoMore("guests"),
            new Core.Boot.PlanBoot(new([Place.M2("X")], 12, SharedGB: 100)),
            new Core.Caches.PlanCache(new("K", [Place.Bay("1"), Place.Bay("2")], [new("M", 500, 2, 0.8)], true, 40)),
            new Core.Caches.DropCache("K"),
            new Core.Moving.PlanBackup(new(12_000, SourceMBs: 200, MediumGB: 4000) { TapeDrive = 9 }),
            new Core.Moving.PlanMove("array:md0", Core.Moving.MoveWay.Restore, "M"),
            new Core.Moving.RecordWipe(Place.Bay("1"), Core.Moving.WipeWay.Crypto, true),
            new Core.Drives.SetFigures(new(0.02, RebuildShare: 0.3)),
            new Core.Lanes.SetSplit("S1", [4, 4], true),
            new Core.Controllers.SetStorageMode("SATA", Core.Controllers.StorageMode.Raid, true),
            new LayOut(
                new Dictionary<Place, Place?> { [Place.Card("S1")] = Place.Card("S2"), [Place.M2("M1")] = null },
                new Dictionary<string, IReadOnlyList<int>> { ["S2"] = [8, 8] },
                "moves"
            ),
            new Core.Lanes.HoldRate("S1", 3),
            new Core.Power.StaggerStart(4, 12),
            new Core.Power.SeeAir("fan:1", Core.Power.AirState.Unplugged),
            new Core.Power.PlanPad(Place.M2("M1"), 0.8, 0.25),
            new ChangeFields(
                "array:M",
                new Dictionary<string, System.Text.Json.JsonElement?>
                {
                    ["stripKiB"] = System.Text.Json.JsonSerializer.SerializeToElement(64),
                    ["use"] = null,
                },
                new Dictionary<string, ListChange> { ["spares"] = new(["bay:6"], ["bay:5"]) }
            ),
            new Together("both", [new Remove(Place.Slot("A1")), new SetPolicy(Policy.Listed)]),
        ];
        Assert.Equal(
            typeof(Edit).Assembly.GetTypes().Where(t => !t.IsAbstract && t.IsSubclassOf(typeof(Edit))).Select(t => t.Name).Order(),
            edits.Select(e => e.GetType().Name).Distinct().Order()
        );
        Assert.All(edits, e => Assert.Equal(Database.ToJson(e), Database.ToJson(Database.FromJson<Edit>(Database.ToJson(e)))));
    }

    [Fact]
    public async Task Migrations_may_run_from_several_hosts_at_once()
    {
        await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => Task.Run(() => new Database(store.ConnectionString).Migrate())));
        Assert.True(await store.Database.IsReady(default));
    }

    [Fact]
    public async Task Unknown_fields_of_a_sheet_are_kept()
    {
        var sheet = Database.FromJson<MachineSheet>(
            """{"id":"odd","name":"Odd","sockets":[{"id":"CPU"}],"channels":[{"id":"A","socket":"CPU","slots":["A1"]}],"lamp":{"colour":"teal"}}"""
        );
        await store.Library.Keep(sheet, default);
        Assert.Equal("teal", (await store.Library.Sheet("odd", default))!.More!["lamp"].GetProperty("colour").GetString());
    }
}
