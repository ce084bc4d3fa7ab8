using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>Bays that are cabled one by one, and what each keeper takes of its members. Common practice, no source.</summary>
public sealed class WiresTests
{
    private static readonly MachineSheet Two = Sheet with
    {
        Slots = [new("S1", 16, 16, 4, "CPU 1"), new("S2", 16, 16, 4, "CPU 1")],
        Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 4)],
    };

    private static Fit Card(string slot, ControllerSheet? sheet = null) =>
        new(
            Place.Card(slot),
            new()
            {
                Card = new()
                {
                    Name = "Corvath " + slot,
                    Role = CardRole.Controller,
                    Controller = sheet ?? ControllerRuleCases.Hba with { InnerPorts = 4 },
                },
                Source = "shelf",
            }
        );

    private static JobState Box(MachineSheet? sheet = null, int drives = 6) =>
        Boards
            .Job(sheet ?? Two, "A1")
            .With([
                Card("S1"),
                Card("S2"),
                .. Enumerable
                    .Range(1, drives)
                    .Select(i => (Edit)new Fit(Bay(i), new() { Drive = Disk with { LinkGbs = 6 }, Source = "shelf" })),
            ]);

    private static WireBays Wire(Place to, params string[] bays) => new("front", to, bays.Length == 0 ? null : bays);

    private static Place? Behind(JobState job, int bay) => job.Ask().Storage.ControllerAt(Bay(bay))?.Place;

    [Fact]
    public void A_bay_counts_more_than_its_group()
    {
        var job = Box().With(Wire(Place.Card("S1")), Wire(Place.Card("S2"), "5", "6"), Wire(Place.Board("SATA"), "12"));
        Assert.Equal(
            [Place.Card("S1"), Place.Card("S2"), Place.Card("S2"), Place.Card("S1")],
            new[] { 4, 5, 6, 7 }.Select(b => Behind(job, b))
        );
        Assert.Equal(Place.Board("SATA"), Behind(job, 12));
        Assert.Equal(["1", "5", "12"], job.Ask().Storage.Bays.Select(b => b.Names[0]));
        Assert.Equal(Place.Card("S1"), Behind(job.With(Wire(Place.None, "5")), 5));
        Assert.Equal("cables bays 5 and 6 to S2", Wire(Place.Card("S2"), "5", "6").Tell());
        Assert.Equal("cables bay 5 as the rest of the front bays", Wire(Place.None, "5").Tell());
    }

    [Fact]
    public void Ports_are_counted_for_each_controller()
    {
        string[] Stops(JobState job) =>
            [.. job.Evaluate().Findings.Where(f => f.Rule.Code == "CTL-PORTS").Select(f => f.Places[0].ToString())];
        var all = Box().With(Wire(Place.Card("S1")));
        Assert.Equal(["card:S1"], Stops(all));
        Assert.Empty(Stops(all.With(Wire(Place.Card("S2"), "5", "6"))));
        Assert.Equal(["card:S2"], Stops(all.With(Wire(Place.Card("S2"), "2", "3", "4", "5", "6"))));
    }

    [Fact]
    public void Cables_are_counted_by_the_plugs_of_the_whole_backplane()
    {
        var plug = Two with { Bays = [Two.Bays[0] with { Plug = "SFF-8643" }] };
        var job = Box(plug, 8).With(Wire(Place.Card("S1"), "1", "2", "3", "4"), Wire(Place.Card("S2"), "5", "6", "7", "8")).Evaluate();
        string[] Cables(string step) =>
            [.. job.Runbook.Steps.Single(s => s.Key == step).How.Where(h => h.Contains("SFF-8643", StringComparison.Ordinal))];
        Assert.StartsWith("1 × SFF-8643 to SFF-8643: from its ports to bays 1–4", Assert.Single(Cables("in:card:S1")));
        Assert.StartsWith("1 × SFF-8643 to SFF-8643: from its ports to bays 5–8", Assert.Single(Cables("in:card:S2")));
    }

    [Fact]
    public void Bays_that_go_to_the_board_s_own_get_a_step_of_their_own()
    {
        var found = Box(drives: 0)
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Card("S1")] = Card("S1").Unit,
                        [Bay(1)] = new() { Drive = Disk, Source = "test" },
                        [Bay(2)] = new() { Drive = Disk, Source = "test" },
                    },
                    null,
                    "test"
                )
            );
        var bare = found with { Plan = found.Plan.Clear() };
        var job = bare.With(Wire(Place.Board("SATA"), "1", "2")).Evaluate();
        var step = job.Runbook.Steps.Single(s => s.Key == "cable:front:1");
        Assert.Equal("Cable bays 1 and 2 to on-board SATA", step.Title);
        Assert.Contains(job.Shopping.TakeAlong, t => t.Text.StartsWith("2 × SATA to", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("card:S1", new[] { "1", "13" }, "/edit/bays/1")]
    [InlineData("card:S3", new[] { "1" }, "/edit/to")]
    [InlineData("", new[] { "1" }, null)]
    public void What_the_sheet_has_not_is_refused(string to, string[] bays, string? path) =>
        Assert.Equal(path, EditFold.Refusal(Box(), new WireBays("front", to == "" ? Place.None : Place.Parse(to), bays))?.Path);

    [Fact]
    public void Bays_behind_one_cable_can_t_be_cabled_apart()
    {
        Assert.Equal("/edit/bays", EditFold.Refusal(Box(), new WireBays("front", Place.Card("S1"), []))?.Path);
        var wide = Box(Two with { Bays = [Two.Bays[0] with { Expander = true }] });
        Assert.Equal(
            "The front bays share the cable of their expander: cable the whole group.",
            EditFold.Refusal(wide, Wire(Place.Card("S1"), "1"))?.Text
        );
        Assert.Null(EditFold.Refusal(wide, Wire(Place.Card("S1"))));
        var hub = Box(Two with { Bays = [Two.Bays[0] with { Root = "PM" }], Boards = [new("PM", BoardKind.Multiplier, "SATA")] });
        Assert.StartsWith(
            "The front bays share the cable of their port multiplier",
            EditFold.Refusal(hub, Wire(Place.Card("S1"), "1"))?.Text
        );
    }

    // Each of them is a plan, though no part moves: a wish and nothing else stays in Aim.
    public static TheoryData<int> Alone => [0, 1, 2];

    [Theory]
    [MemberData(nameof(Alone))]
    public void Cables_modes_and_firmware_alone_are_a_plan(int which)
    {
        Edit[] edits =
        [
            Wire(Place.Board("SATA 2"), "1"),
            new SetStorageMode("SATA", StorageMode.Raid),
            new SetControllerFirmware(Place.Board("SATA"), "12.0"),
        ];
        static Stage Of(JobState job) => Progress.Of(job, job.Evaluate()).Stage;
        var found = new Dictionary<Place, Unit?>
        {
            [Bay(1)] = new() { Drive = Disk, Source = "test" },
        };
        var two = Two with { Boards = [.. Two.Boards, new("SATA 2", BoardKind.Controller, "CPU 1", Ports: 4)] };
        var bare = Boards.Job(two, "A1").With(new RecordFound(found, null, "test"), new SetWish(WishKind.UsableTB, 1));
        Assert.NotEqual(Of(bare), Of(bare.With(edits[which])));
    }

    // 5 MiB of the board's firmware, 64 MiB of a port card, 512 MiB of a RAID card, 129 MiB of the kernel.
    [Theory]
    [InlineData("board:SATA", ArrayHost.Controller, 5)]
    [InlineData("card:S1", ArrayHost.Controller, 64)]
    [InlineData("card:S2", ArrayHost.Controller, 512)]
    [InlineData("card:S1", ArrayHost.Kernel, 129)]
    public void What_is_reserved_follows_the_keeper(string behind, ArrayHost host, int mib)
    {
        var job = Boards
            .Job(Two, "A1")
            .With([
                Card(
                    "S1",
                    new()
                    {
                        Class = "ports",
                        Protocols = [DriveProtocol.Sata],
                        Levels = ["1"],
                    }
                ),
                Card(
                    "S2",
                    new()
                    {
                        Class = "cached-raid",
                        Protocols = [DriveProtocol.Sata],
                        Levels = ["1"],
                    }
                ),
                .. Enumerable.Range(1, 2).Select(i => (Edit)new Fit(Bay(i), new() { Drive = Disk, Source = "shelf" })),
                Wire(Place.Parse(behind)),
            ])
            .Array(ArrayLevel.Mirror, 2, host);
        var reserved = job.Evaluate().Arrays!.Planned[0].Capacity!.Steps.Single(s => s.Key == "reserved");
        Assert.Equal(2L * mib << 20, reserved.Bytes);
    }

    [Fact]
    public void An_array_that_the_kernel_runs_for_a_firmware_is_the_boards()
    {
        JobState Seen(bool? firmware) => DriveBox.InArray(2, "raid1", r => r with { OfFirmware = firmware });
        Assert.Equal(ArrayHost.Controller, JobArrays.Found(Seen(true)).Single().Host);
        Assert.Equal(ArrayHost.Kernel, JobArrays.Found(Seen(null)).Single().Host);
    }

    [Fact]
    public void Keepers_stand_side_by_side_with_what_each_leaves()
    {
        var job = Box(drives: 3).With(Wire(Place.Board("SATA"))).Array(ArrayLevel.Parity1, 3);
        var sides = KeeperSides.Of(job.Ask().Storage, job.Ask().Storage.Arrays[0]);
        Assert.Equal(["on-board SATA", "the kernel", "the pool"], sides.Select(s => s.Name));
        Assert.Equal([false, true, false], sides.Select(s => s.IsNow));
        Assert.Equal(("which levels it makes", (string?)null), (sides[0].Unknown, sides[0].Why));
        Assert.Equal([1, 1, 1], sides.Select(s => s.Surely));
        // The board takes less of each drive than the kernel: 124 MiB of two drives' worth.
        Assert.Equal(2L * 124 << 20, sides[0].Usable - sides[1].Usable);
        Assert.Equal(ArrayHost.Controller, Assert.IsType<MakeArray>(sides[0].Take).Array.Host);
        Assert.Null(sides[1].Take);
    }

    [Fact]
    public void A_keeper_that_can_t_says_why()
    {
        KeeperSide First(JobState job) => KeeperSides.Of(job.Ask().Storage, job.Ask().Storage.Arrays[0])[0];
        JobState On(BoardRaid raid) =>
            Box(Two with { Boards = [Two.Boards[0] with { Raid = raid }] }, 3).With(Wire(Place.Board("SATA"))).Array(ArrayLevel.Parity1, 3);
        Assert.Equal("it does not make level 5", First(On(new() { Levels = ["0", "1"] })).Why);
        Assert.Equal("it keeps no arrays", First(On(new() { Levels = [] })).Why);
        Assert.Equal("it keeps at most 2 drives in one array", First(On(new() { Levels = ["5"], MostMembers = 2 })).Why);
        Assert.Null(First(On(new() { Levels = ["5"], MostMembers = 3 })).Why);
        var across = Box(drives: 3).With(Wire(Place.Card("S1")), Wire(Place.Card("S2"), "3")).Array(ArrayLevel.Parity1, 3);
        Assert.Equal(("a controller", "its drives hang on several: none of them can keep it"), (First(across).Name, First(across).Why));
        Assert.Null(First(across).Take);
    }
}
