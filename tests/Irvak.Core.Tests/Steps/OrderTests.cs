using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Steps;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Steps;

/// <summary>What must come before what, whatever the machine: power, charge, opening. Common practice, no source; local workplace rules
/// come first.</summary>
public sealed class OrderTests
{
    private static List<string> Keys(MachineSheet sheet) =>
        [.. Boards.Job(sheet, "A1").With(Boards.Fit("B1")).Evaluate().Runbook.Steps.Select(s => s.Key)];

    private static readonly MachineSheet Laptop = Boards.Server with
    {
        Chassis = new(ChassisKind.Laptop),
        Battery = [new("Battery", 60)],
        Supplies = [new("Adapter", 90, External: true)],
        Opening =
        [
            new("Undo the base cover", Screws: 8),
            new("Unplug the battery", CutsPower: true, Closing: "Battery plugged in"),
            new("Lift the shield off"),
        ],
    };

    [Fact]
    public void The_button_is_pressed_when_nothing_feeds_the_machine_any_more()
    {
        var keys = Keys(Laptop);
        Assert.Equal(["off:down", "off:cord", "off:esd", "open:0", "open:1", "off:drain", "open:2"], keys.Take(7));
        Assert.Single(keys, "off:drain");
    }

    [Fact]
    public void A_pack_that_the_sheet_does_not_place_gets_a_step_of_its_own_and_goes_back_last()
    {
        Assert.Equal(
            ["off:esd", "open:0", "open:battery", "off:drain"],
            Keys(Laptop with { Opening = [new("Undo the base cover", Closing: "Base cover on")] }) is var keys ? keys.Skip(2).Take(4) : []
        );
        Assert.Equal(["close:count", "close:battery", "close:0"], keys.Where(k => k.StartsWith("close", StringComparison.Ordinal)));
        Assert.Equal(
            ["open:cover", "open:battery", "off:drain"],
            Keys(Laptop with { Opening = [], Battery = [] }).SkipWhile(k => k != "open:cover").Take(3)
        );
    }

    [Fact]
    public void Without_a_pack_the_charge_drains_before_the_cover_opens() =>
        Assert.Equal(
            ["off:down", "off:cord", "off:drain", "off:esd", "open:cover"],
            Keys(Boards.Server with { Chassis = new(ChassisKind.Rack, 2) }).Take(5)
        );

    [Fact] // a button pressed while a pack still feeds the board starts it; common practice, no source
    public void Where_nobody_told_of_a_battery_the_charge_drains_after_it_all_the_same()
    {
        Assert.Equal(["off:down", "off:cord", "off:esd", "open:cover", "open:battery", "off:drain"], Keys(Boards.Server).Take(6));
        Assert.Equal("If it has a battery, take it off", At(Boards.Server, "open:battery").Title);
        Assert.Equal("Take the battery off", At(Boards.Server with { Chassis = new(ChassisKind.Laptop) }, "open:battery").Title);
        Assert.Equal("Take the battery off", At(Boards.Server with { Battery = [new("B")] }, "open:battery").Title);
    }

    [Fact]
    public void Direct_current_is_switched_off_at_its_source_and_drained_after_its_plug()
    {
        var sheet = Boards.Server with
        {
            Supplies = [new("DC", 220, Input: "48 V DC")],
            Opening = [new("Undo the plug", CutsPower: true), new("Lift the lid off")],
        };
        var steps = Boards.Job(sheet, "A1").With(Boards.Fit("B1")).Evaluate().Runbook.Steps;
        Assert.Equal(("off:cord", "Switch the direct current supply off"), (steps[1].Key, steps[1].Title));
        Assert.Equal(["open:0", "off:drain", "open:1"], steps.Select(s => s.Key).SkipWhile(k => k != "open:0").Take(3));
    }

    [Theory] // what is carried runs from an adapter and has no blanks; common practice, no source
    [InlineData(ChassisKind.Laptop, "Unplug the adapter", false)]
    [InlineData(ChassisKind.Thin, "Unplug the adapter", false)]
    [InlineData(ChassisKind.Rack, "Pull the power cord", true)]
    [InlineData(ChassisKind.Board, "Pull the power cord", true)]
    public void Cord_and_blanks_follow_the_kind_of_chassis(ChassisKind kind, string cord, bool blanks)
    {
        var sheet = Lanes.LaneBox.Sheet with { Chassis = new(kind), Supplies = [], Fans = 0 };
        Assert.Equal(cord, At(sheet, "off:cord").Title);
        Assert.Equal(blanks, Boards.Job(sheet, "A1").With(Boards.Fit("B1")).Evaluate().Expectations.Any(e => e.Key == "air.blanks"));
    }

    private static Step At(MachineSheet sheet, string key, SystemFacts? system = null) =>
        (Boards.Job(sheet, "A1") with { System = system ?? new() })
            .With(Boards.Fit("B1"))
            .Evaluate()
            .Runbook.Steps.Single(s => s.Key == key);

    /// <summary>What somebody wrote into a sheet stands where the hand needs it: its signals at the first start, versions before it goes
    /// down, the revision when the board is in sight.</summary>
    [Fact]
    public void What_the_sheet_says_of_firmware_and_board_stands_at_its_step()
    {
        var sheet = Boards.Server with
        {
            Firmware = new() { Beeps = [new("long, short, short", "no memory found")], Needs = [new("Modules of 64 GiB", "2.10")] },
            Revisions = [new("1.0", "Slot B2 is not there.", ["B2"]), new("2.0", "All slots.")],
        };
        Assert.Contains("“long, short, short”: no memory found.", At(sheet, "start:power").How);
        Assert.Equal(["Modules of 64 GiB: 2.10 or newer.", "Which one is installed is not known yet."], At(sheet, "off:needs").How.Take(2));
        Assert.Contains("2.08 was read before.", At(sheet, "off:needs", new() { Firmware = "2.08" }).How);
        Assert.Equal("off:needs", Keys(sheet)[0]);
        Assert.Equal(["1.0: Slot B2 is not there.", "2.0: All slots."], At(sheet, "open:revision").How.Take(2));
        Assert.DoesNotContain(
            "open:revision",
            (Boards.Job(sheet, "A1") with { System = new() { BoardRevision = "1.0" } })
                .With(Boards.Fit("B1"))
                .Evaluate()
                .Runbook.Steps.Select(s => s.Key)
        );
        Assert.Contains("Board revision 1.0: Slot B2 is not there.", At(sheet, "open:cover", new() { BoardRevision = "1.0" }).How);
        Assert.DoesNotContain(At(sheet, "open:cover", new() { BoardRevision = "3.0" }).How, l =>
            l.StartsWith("Board revision", StringComparison.Ordinal)
        );
    }

    /// <summary>Every sequence of every demo machine: no button while a pack or plug is in, nothing drawn before the cords, strap before
    /// the first part.</summary>
    [Theory]
    [MemberData(nameof(Sheets))]
    public void Every_sheet_of_the_demo_keeps_the_order(string file)
    {
        var sheet = System.Text.Json.JsonSerializer.Deserialize<MachineSheet>(
            File.ReadAllText(file),
            System.Text.Json.JsonSerializerOptions.Web
        )!;
        var slot = sheet.Channels.SelectMany(c => c.Slots).FirstOrDefault();
        if (slot is null)
            return;
        List<Step> steps = [.. Boards.Job(sheet, sheet.Sockets.Count == 0 ? [] : [slot]).With(Boards.Fit(slot)).Evaluate().Runbook.Steps];
        int At(string key) => steps.FindIndex(s => s.Key == key);
        var drain = At("off:drain");
        Assert.True(At("off:cord") < drain && drain < steps.FindIndex(s => s.Group == "In"), "the cords, the charge, the parts");
        Assert.All(sheet.Opening.Select((o, i) => (o, i)).Where(x => x.o.CutsPower), x => Assert.True(At($"open:{x.i}") < drain));
        Assert.True(At("off:esd") < steps.FindIndex(s => s.Group is "Out" or "In"));
        Assert.All(sheet.Opening.Where(o => o.Keep is not null), o => Assert.Contains(steps, s => s.How.Contains($"Leave in: {o.Keep}.")));
    }

    public static TheoryData<string> Sheets()
    {
        var folder = AppContext.BaseDirectory;
        while (!Directory.Exists(Path.Combine(folder, "demo", "sheets")))
            folder = Path.GetDirectoryName(folder)!;
        return [.. Directory.GetFiles(Path.Combine(folder, "demo", "sheets"), "*.json")];
    }

    [Fact]
    public void Notes_stand_at_the_step_that_goes_there()
    {
        var job = Boards
            .Job(Boards.Server, "A1")
            .With(
                Boards.Fit("B1"),
                new SetNote("slot:B1", "label faces the rear"),
                new SetNote("slot:A1", "not touched"),
                new SetNote("plug:FAN2", "red lead"),
                new SetNote("machine", "stands on a shelf above the sink")
            );
        var steps = job.Evaluate().Runbook.Steps;
        Assert.Equal(["label faces the rear"], steps.Single(s => s.Key == "in:slot:B1").Notes);
        Assert.Equal(["stands on a shelf above the sink"], steps.Single(s => s.Key == "off:down").Notes);
        Assert.Contains("FAN2: red lead", steps.Single(s => s.Key == "close:count").Notes!);
        Assert.DoesNotContain(steps, s => s.Notes?.Contains("not touched") == true);
    }

    [Fact]
    public void Words_about_memory_stand_only_where_memory_changes()
    {
        var drives = Arrays.DriveBox.Disks(1).Evaluate().Runbook.Steps;
        Assert.DoesNotContain(drives, s =>
            s.Key == "start:test"
            || s.How.Any(h => h.Contains("memory", StringComparison.Ordinal))
            || s.Caution?.Contains("memory", StringComparison.Ordinal) == true
        );
        Assert.Contains(Boards.Job(Boards.Server, "A1").With(Boards.Fit("B1")).Evaluate().Runbook.Steps, s => s.Key == "start:test");
    }

    [Fact]
    public void A_converter_goes_on_before_the_tray()
    {
        var box = Arrays.DriveBox.Sheet with { Bays = [Arrays.DriveBox.Sheet.Bays[0] with { Tray = "tray T" }] };
        var how = Boards
            .Job(box, "A1")
            .With(new Fit(Place.Bay("1"), new() { Drive = Arrays.DriveBox.Flash, Source = "shelf" }))
            .Evaluate()
            .Runbook.Steps.Single(s => s.Key == "in:bay:1")
            .How.ToList();
        Assert.True(
            how.FindIndex(h => h.Contains("converter", StringComparison.Ordinal)) is >= 0 and var converter
                && converter < how.FindIndex(h => h.Contains("tray T", StringComparison.Ordinal))
        );
    }

    [Theory]
    [InlineData("latch", "let the latch close over it")]
    [InlineData("screw", "screw it down")]
    [InlineData(null, "screw or latch")]
    public void A_module_is_held_as_the_sheet_says(string? fixing, string words)
    {
        var sheet = Boards.Server with { M2 = [new("M1", [80], "×4 gen 3", Key: "M", Protocols: ["NVMe"]) { Fixing = fixing }] };
        var drive = new DriveSheet
        {
            Media = DriveMedia.Flash,
            Protocol = DriveProtocol.Nvme,
            Form = "m.2",
            LengthMm = 80,
            Bytes = 1_000_204_886_016,
        };
        Assert.Contains(
            words,
            string.Join(
                ' ',
                Boards
                    .Job(sheet, "A1")
                    .With(new Fit(Place.M2("M1"), new() { Drive = drive, Source = "shelf" }))
                    .Evaluate()
                    .Runbook.Steps.Single(s => s.Key == "in:m2:M1")
                    .How
            )
        );
    }
}
