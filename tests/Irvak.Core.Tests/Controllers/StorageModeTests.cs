using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>
/// The storage mode of a board: what is known of it before, what the plan makes of it, and the order of the work. Common practice, no
/// source: the driver before the mode, the mode before the array, the set-up entered again in between.
/// </summary>
public sealed class StorageModeTests
{
    private static JobState Job(BoardRaid? raid = null, params BoardPlace[] more) =>
        Boards
            .Job(
                Sheet with
                {
                    Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12) { Raid = raid ?? BoardRaidCases.Raid }, .. more],
                },
                "A1"
            )
            .With([.. Enumerable.Range(1, 3).Select(i => (Edit)new Fit(Bay(i), new Unit { Drive = Disk, Source = "shelf" }))]);

    private static JobState Mirrored(JobState job) => job.Array(ArrayLevel.Mirror, 2, ArrayHost.Controller);

    private static BoardMode Of(JobState job)
    {
        var q = job.Ask();
        return BoardMode.Of(q.Storage, q.Storage.Sheet.Boards[0]);
    }

    private static Observation At(string address, string? code, string? words = null) =>
        new()
        {
            Pci =
            [
                new SeenPci
                {
                    Address = address,
                    ClassCode = code,
                    Class = words,
                    Line = 1,
                },
            ],
        };

    // Classes 0104 and 0106: PCI Code and ID Assignment Specification, base class 01.
    [Theory]
    [InlineData("00:17.0", "0104", null, StorageMode.Raid)]
    [InlineData("00:17.0", "0106", null, StorageMode.Plain)]
    [InlineData("0000:00:17.0", "0106", null, StorageMode.Plain)]
    [InlineData("00:1f.2", null, "RAID bus controller", StorageMode.Raid)]
    [InlineData("00:1f.2", null, "SATA controller", StorageMode.Plain)]
    [InlineData("00:1f.2", "0101", "IDE interface", null)]
    // A card of its own says nothing of the board.
    [InlineData("03:00.0", "0104", null, null)]
    public void A_listing_of_the_bus_shows_the_mode(string address, string? code, string? words, StorageMode? mode) =>
        Assert.Equal(mode, StorageModes.Seen(At(address, code, words)));

    public static TheoryData<int> More => [.. Enumerable.Range(0, BoardRaidCases.More.Count)];

    [Theory]
    [MemberData(nameof(More))]
    public void Sentences_of_a_board_stand_where_they_apply_and_not_beside_it(int index)
    {
        var (code, severity, sentence, bad, good, _, _) = BoardRaidCases.More[index];
        var finding = Assert.Single(bad.Evaluate().Findings, f => f.Rule.Code == code);
        Assert.Equal((severity, sentence), (finding.Severity, finding.Sentence));
        Assert.DoesNotContain(good.Evaluate().Findings, f => f.Rule.Code == code && f.Sentence == sentence);
    }

    [Fact]
    public void Until_somebody_looks_it_is_not_known_and_what_a_person_says_counts_more_than_a_capture()
    {
        var job = Job();
        Assert.Null(Of(job).Found);
        Assert.Null(Of(job).To);
        var seen = job with { Readings = job.Readings.SetItem("lspci", At("00:17.0", "0106")) };
        Assert.Equal(StorageMode.Plain, Of(seen).Found);
        Assert.Equal(StorageMode.Raid, Of(seen.With(new SetStorageMode("SATA", StorageMode.Raid, true))).Found);
        // Of two controllers nobody knows which one the listing shows.
        var two = Job(null, new BoardPlace("SATA 2", BoardKind.Controller, "CPU 1"));
        Assert.Null(Of(two with { Readings = seen.Readings }).Found);
    }

    [Fact]
    public void An_array_that_the_board_keeps_asks_for_its_mode()
    {
        Assert.Equal(StorageMode.Raid, Of(Mirrored(Job())).To);
        Assert.Equal(StorageMode.Plain, Of(Mirrored(Job()).With(new SetStorageMode("SATA", StorageMode.Plain))).To);
        Assert.Null(Of(Job().Array(ArrayLevel.Mirror, 2)).To);
    }

    [Fact]
    public void The_driver_comes_before_the_mode_and_the_mode_before_the_array()
    {
        var steps = Mirrored(Job()).Evaluate().Runbook.Steps.Select(s => s.Key).ToList();
        var (ready, mode, array) = (steps.IndexOf("mode:ready:SATA"), steps.IndexOf("mode:SATA"), steps.IndexOf("array:M"));
        Assert.InRange(ready, 0, steps.IndexOf("off:down") - 1);
        Assert.InRange(mode, steps.IndexOf("off:down") + 1, array - 1);
        Assert.InRange(steps.IndexOf("mode:start:SATA"), array + 1, steps.Count - 1);
        var set = Mirrored(Job(BoardRaidCases.Raid with { Menu = "Advanced, SATA, Mode" })).Evaluate().Runbook.Steps[mode];
        Assert.Equal("Set SATA to RAID mode in the firmware", set.Title);
        Assert.Contains("In the set-up: Advanced, SATA, Mode.", set.How);
        Assert.Contains("Enter the set-up once more: only now it offers arrays.", set.How);
        Assert.True(set.IsSetting);
    }

    [Theory]
    [InlineData("0104", LineState.AsExpected, "RAID")]
    [InlineData("0106", LineState.Deviates, "plain")]
    [InlineData("0200", LineState.NotLookedAt, null)]
    public void Proof_holds_the_listing_of_the_bus_against_the_planned_mode(string code, LineState state, string? seen)
    {
        var job = Mirrored(Job()).With(new ReadAfter(At("00:17.0", code), "lspci"));
        var line = Comparison
            .Of(job.Sheet!, job.Evaluate().Expectations, job.Proof.After, job.Proof.Answers)
            .Single(l => l.Expected.Key == "mode.SATA");
        Assert.Equal((state, seen), (line.State, line.Seen));
        Assert.Equal("RAID", line.Expected.Expected);
    }

    [Fact]
    public void Drives_on_the_board_s_M_2_places_are_its_own_as_it_speaks()
    {
        BoardMode Striped(params DriveProtocol[] speaks)
        {
            var sheet = Sheet with
            {
                Boards =
                [
                    new("IO", BoardKind.Controller, "CPU 1")
                    {
                        Protocols = speaks,
                        Raid = new() { Levels = ["0"] },
                    },
                ],
                M2 = [new("M1", [80], "×4 gen 3", "CPU 1"), new("M2", [80], "×4 gen 3", "CPU 1")],
            };
            var small = Flash with { Form = "m.2", Protocol = DriveProtocol.Nvme };
            Place[] both = [Place.M2("M1"), Place.M2("M2")];
            return Of(
                Boards
                    .Job(sheet, "A1")
                    .With([.. both.Select(p => (Edit)new Fit(p, new Unit { Drive = small, Source = "shelf" }))])
                    .With(new MakeArray(new("M", ArrayLevel.Stripe, both, ArrayHost.Controller) { Scratch = true }))
            );
        }
        Assert.Equal(StorageMode.Raid, Striped(DriveProtocol.Sata, DriveProtocol.Nvme).To);
        Assert.Null(Striped(DriveProtocol.Sata).To);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_board_that_speaks_SAS_keeps_what_hangs_behind_its_expander(bool speaks)
    {
        var sheet = Sheet with
        {
            Boards =
            [
                new("IO", BoardKind.Controller, "CPU 1", Ports: 8)
                {
                    Protocols = speaks ? [DriveProtocol.Sas, DriveProtocol.Sata] : null,
                    Raid = new() { Levels = ["0", "1", "10"] },
                },
                new("EXP", BoardKind.Expander, "IO"),
            ],
            Bays = [Sheet.Bays[0] with { Root = "EXP", Expander = true }],
        };
        var sas = Disk with { Protocol = DriveProtocol.Sas, LinkGbs = 6 };
        var job = Boards
            .Job(sheet, "A1")
            .With([.. Enumerable.Range(1, 2).Select(i => (Edit)new Fit(Bay(i), new Unit { Drive = sas, Source = "shelf" }))])
            .Array(ArrayLevel.Mirror, 2, ArrayHost.Controller);
        var codes = job.Evaluate().Findings.Select(f => f.Rule.Code).ToList();
        Assert.Equal(!speaks, codes.Contains("CTL-PROTOCOL"));
        Assert.Equal(StorageMode.Raid, Of(job).To);
        Assert.Contains("CTL-MODE", codes);
        Assert.DoesNotContain("CTL-NONE", codes);
    }

    [Fact]
    public void Single_drives_behind_a_board_need_no_other_mode() =>
        Assert.Null(Of(Job().Array(ArrayLevel.Single, 1, ArrayHost.Controller)).To);

    [Fact]
    public void A_mode_that_is_there_already_asks_for_no_step_and_no_line()
    {
        var job = Mirrored(Job().With(new SetStorageMode("SATA", StorageMode.Raid, true))).Evaluate();
        Assert.DoesNotContain(job.Runbook.Steps, s => s.Key.StartsWith("mode:", StringComparison.Ordinal));
        Assert.DoesNotContain(job.Expectations, e => e.Key.StartsWith("mode.", StringComparison.Ordinal));
        // An array that is made there is for a system that is installed on it.
        Assert.Contains(job.Shopping.TakeAlong, t => t.Key == "take:driver:SATA");
        var none = Job().With(new SetStorageMode("SATA", StorageMode.Raid, true)).Evaluate();
        Assert.DoesNotContain(none.Shopping.TakeAlong, t => t.Key == "take:driver:SATA");
    }

    [Fact]
    public void RAID_of_the_processor_s_lanes_beside_plain_ports_tells_nothing_of_either()
    {
        var both = At("00:0e.0", "0104") with { Pci = [.. At("00:0e.0", "0104").Pci, .. At("00:17.0", "0106").Pci] };
        Assert.Null(StorageModes.Seen(both));
    }

    [Fact]
    public void A_plain_card_in_a_slot_says_nothing_of_what_the_board_keeps()
    {
        var sheet = Job().Sheet!;
        var card = new Unit
        {
            Card = new()
            {
                Name = "Corvath P",
                Role = CardRole.Controller,
                Controller = ControllerRuleCases.Hba,
            },
            Source = "shelf",
        };
        var job = Mirrored(Job().With(new Fit(Place.Card("S1"), card), new WireBays(sheet.Bays[0].Group, Place.Board("SATA"))));
        Assert.DoesNotContain(job.Evaluate().Findings, f => f.Rule.Code is "ARR-CONTROLLER" or "CTL-ACROSS");
        Assert.Equal(StorageMode.Raid, Of(job).To);
        var moved = job.With(new WireBays(sheet.Bays[0].Group, Place.Card("S1")));
        Assert.Contains(moved.Evaluate().Findings, f =>
            f.Rule.Code == "ARR-CONTROLLER" && f.Sentence.EndsWith("Corvath P.", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_set_up_of_a_board_asks_for_less_than_a_controller_with_a_cache()
    {
        var step = Mirrored(Job()).Evaluate().Runbook.Steps.Single(s => s.Key == "array:M");
        Assert.DoesNotContain(step.How, h => h.Contains("own write cache", StringComparison.Ordinal));
        Assert.Contains(step.How, h => h.Contains("level, strip, size and name alone", StringComparison.Ordinal));
    }

    [Fact]
    public void The_driver_of_a_pair_lies_on_the_stick()
    {
        var raid = BoardRaidCases.Raid with { Pairs = [new("14.8", "14.8.2")] };
        var line = Mirrored(Job(raid)).Evaluate().Shopping.TakeAlong.Single(t => t.Key == "take:driver:SATA");
        Assert.Equal(
            "Driver of SATA in RAID mode for the installer: the folder of the bare driver, "
                + "not the packed set-up; 14.8.2 for option ROM 14.8",
            line.Text
        );
        var none = Mirrored(Job(raid with { DriverAtInstall = false })).Evaluate().Shopping.TakeAlong;
        Assert.DoesNotContain(none, t => t.Key == "take:driver:SATA");
    }

    [Theory]
    [InlineData("MODE", "/edit/board")]
    [InlineData("SATA", null)]
    public void Only_a_controller_of_the_board_has_a_mode(string board, string? path) =>
        Assert.Equal(path, EditFold.Refusal(Job(), new SetStorageMode(board, StorageMode.Raid))?.Path);

    [Fact]
    public void A_firmware_that_keeps_no_arrays_has_no_mode_for_them()
    {
        var job = Job(BoardRaidCases.Raid with { Levels = [] });
        Assert.Equal("/edit/mode", EditFold.Refusal(job, new SetStorageMode("SATA", StorageMode.Raid))?.Path);
        Assert.Null(EditFold.Refusal(job, new SetStorageMode("SATA", StorageMode.Plain)));
    }

    [Fact]
    public void Levels_that_no_board_makes_are_refused_with_their_path()
    {
        var sheet = Sheet with
        {
            Boards =
            [
                new("SATA", BoardKind.Controller)
                {
                    Raid = new() { Levels = ["1", "6"], TrimLevels = ["0", "50"] },
                },
            ],
        };
        Assert.Equal(["/boards/0/raid/levels/1", "/boards/0/raid/trimLevels/1"], SheetCheck.Check(sheet).Select(p => p.Path).Order());
        var hub = Sheet with { Boards = [new("X", BoardKind.Expander) { Raid = new() { Levels = ["1"] } }] };
        Assert.Contains(SheetCheck.Check(hub), p => p.Path == "/boards/0/raid");
    }
}
