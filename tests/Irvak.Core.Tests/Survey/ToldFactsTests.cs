using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Controllers;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Survey;

/// <summary>What a person told of the machine is shown as told, put right where it stands, and taken back to what was known before.
/// Definition, no source.</summary>
public class ToldFactsTests
{
    /// <summary>A board of which nobody told anything.</summary>
    private static readonly MachineSheet Blank = Boards.Server with
    {
        Memory = new() { ChannelsKnown = false },
        Chassis = new() { Kind = ChassisKind.Rack },
        Revisions = [new BoardRevision("A", "no U.2"), new BoardRevision("B", "U.2")],
        Firmware = new FirmwareSheet { Needs = [new FirmwareNeed("larger modules", "2.0")] },
    };

    private static readonly JobState Job = EditFold.Apply(JobState.Start, new AdoptSheet(Blank), Boards.Stamp);

    private static IReadOnlyList<ToldFact> All(JobState job) => ToldFacts.Of(job, job.Controllers, job.Aim.Purposes);

    private static ToldFact One(JobState job, string path) => All(job).Single(f => f.Path == path);

    private static bool IsAsked(JobState job, string path) => UnknownRegister.Of(job).Any(u => u.Path == path);

    /// <summary>Each row: an answer, and another one.</summary>
    [Theory]
    [InlineData("system.serial", "BR-1", "BR-2")]
    [InlineData("system.hostName", "light", "dark")]
    [InlineData("system.boardRevision", "A", "another one")]
    [InlineData("system.firmware", "1.8", "2.4")]
    [InlineData("system.managementAddress", "10.0.0.9", "none")]
    [InlineData("system.osKind", "Linux", "none yet")]
    [InlineData("system.osBits", "64", "32")]
    [InlineData("memory.generation", "DDR4", "DDR5")]
    [InlineData("memory.form", "dimm", "sodimm")]
    [InlineData("memory.types", "registered,load-reduced", "unbuffered-ecc,fully-buffered,unbuffered")]
    [InlineData("memory.rateLimitMTs", "200", "20000")]
    [InlineData("memory.slotLimitGiB", "1", "1048576")]
    [InlineData("memory.totalLimitGiB", "1", "1048576")]
    [InlineData("channels", "A1 A2 | B1 B2 | C1 C2 | D1 D2", "A1 | A2 | B1 B2 | C1 C2 | D1 D2")]
    public void An_answer_is_shown_put_right_and_taken_back(string path, string first, string second)
    {
        Assert.True(IsAsked(Job, path));
        Assert.Null(ToldFacts.At(Job, path));
        var told = Job.With(new AnswerUnknown(path, first));
        Assert.False(IsAsked(told, path));
        var fact = One(told, path);
        Assert.Equal((first, "by hand", path, null), (fact.Value, fact.By, fact.Ask?.Path, fact.Before));
        var again = told.With(new AnswerUnknown(path, second));
        Assert.Equal(second, One(again, path).Value);
        // However often it was changed: it leads back to what was known before anybody answered.
        var back = again.With(One(again, path).Back!);
        Assert.True(IsAsked(back, path));
        Assert.Null(ToldFacts.At(back, path));
        Assert.Equal("/edit/path", new TakeBack(path).Refusal(back)?.Path);
    }

    [Theory]
    [InlineData("32", "system.osExtended", "yes", "no")]
    [InlineData("64", "system.osLimitGiB", "0", "128")]
    public void What_follows_from_an_answer_is_shown_while_it_follows(string bits, string path, string first, string second)
    {
        var told = Job.With(new AnswerUnknown("system.osBits", bits)).With(new AnswerUnknown(path, first));
        Assert.Equal((first, path), (One(told, path).Value, One(told, path).Ask?.Path));
        Assert.Equal(second, One(told.With(new AnswerUnknown(path, second)), path).Value);
        Assert.Null(ToldFacts.At(told.With(new TakeBack(path)), path));
    }

    [Fact]
    public void What_the_sheet_says_is_put_right_and_stands_again()
    {
        var job = Boards.Job(Boards.Server, "A1");
        Assert.Equal(("32", "sheet"), (One(job, "memory.slotLimitGiB").Value, One(job, "memory.slotLimitGiB").By));
        Assert.DoesNotContain(All(job), f => f.Back is not null);
        var told = job.With(new AnswerUnknown("memory.slotLimitGiB", "64"));
        Assert.Equal(("64", "by hand", "32"), One(told, "memory.slotLimitGiB") is var f ? (f.Value, f.By, f.Before) : default);
        var back = told.With(new TakeBack("memory.slotLimitGiB"));
        Assert.Equal((32, "sheet"), (back.Sheet!.Memory.SlotLimitGiB, One(back, "memory.slotLimitGiB").By));
        // Another sheet says its own; what is told of the machine stands.
        var other = told.With(new AnswerUnknown("system.serial", "BR-1")).With(new AdoptSheet(Boards.Server with { Id = "other" }));
        Assert.Equal(["system.serial"], other.Told.Keys);
        Assert.Equal("sheet", One(other, "memory.slotLimitGiB").By);
    }

    private static RecordFound Capture(string? serial, int bits) =>
        new(
            new Dictionary<Place, Unit?>(),
            new SystemFacts
            {
                Serial = serial,
                OsBits = bits,
                Origins = new Dictionary<string, string> { ["serial"] = "firmware listing, line 3", ["osBits"] = "system memory, line 1" },
            },
            "firmware listing"
        );

    [Fact]
    public void A_serial_number_put_right_by_hand_stands_against_captures_and_a_measured_value_does_not_yield()
    {
        var read = Job.With(Capture("BR-1", 64));
        Assert.Equal("firmware listing, line 3", One(read, "system.serial").By);
        var told = read.With(new AnswerUnknown("system.serial", "BR-2")).With(new AnswerUnknown("system.osBits", "32"));
        Assert.Equal(("BR-2", "by hand", "BR-1"), One(told, "system.serial") is var f ? (f.Value, f.By, f.Before) : default);
        var later = told.With(Capture("BR-1", 64));
        Assert.Equal(("BR-2", "by hand"), (One(later, "system.serial").Value, One(later, "system.serial").By));
        Assert.Equal(("64", "system memory, line 1"), (One(later, "system.osBits").Value, One(later, "system.osBits").By));
        var back = later.With(new TakeBack("system.serial"));
        Assert.Equal(("BR-1", "firmware listing, line 3"), (One(back, "system.serial").Value, One(back, "system.serial").By));
        // Once it is taken back, captures are believed again.
        Assert.Equal("BR-3", back.With(Capture("BR-3", 64)).System.Serial);
    }

    /// <summary>What nobody had read yet is open to be read: only who puts a capture right decided against it.</summary>
    [Fact]
    public void A_serial_number_told_before_any_capture_yields_to_one()
    {
        var told = Job.With(new AnswerUnknown("system.serial", "typo")).With(new AnswerUnknown("system.serial", "other typo"));
        var read = told.With(Capture("BR-1", 64));
        Assert.Equal(("BR-1", "firmware listing, line 3", null), One(read, "system.serial") is var f ? (f.Value, f.By, f.Back) : default);
    }

    [Theory]
    [InlineData("level", "level 5", "level 6")]
    [InlineData("state", "whole", "degraded")]
    public void What_was_said_of_an_array_is_put_right(string what, string first, string second)
    {
        var (job, path) = (Found(4, "tank"), $"array.tank.{what}");
        var told = job.With(new AnswerUnknown(path, first));
        Assert.Equal((first, path), (One(told, path).Value, One(told, path).Ask?.Path));
        var back = told.With(new AnswerUnknown(path, second)).With(new TakeBack(path));
        Assert.Empty(back.ArraysSaid);
        Assert.True(IsAsked(back, path));
    }

    [Fact]
    public void What_keeps_an_array_is_put_right()
    {
        const string Path = "array.tank.keeper";
        var job = Found(4, "tank").With(new AnswerUnknown("array.tank.level", "level 5"));
        var told = job.With(new AnswerUnknown(Path, "the system’s kernel"));
        Assert.Equal(Path, One(told, Path).Ask?.Path);
        Assert.Equal("level 5", told.With(new TakeBack(Path)).ArraysSaid["tank"].Level);
        Assert.True(IsAsked(told.With(new TakeBack(Path)), Path));
    }

    [Fact]
    public void The_rate_of_a_processor_is_put_right_in_all_its_sockets()
    {
        const string Path = "processor.socket:CPU 1";
        var cpu = new Unit
        {
            Processor = new ProcessorSheet { Name = "N" },
            Source = "by hand",
        };
        var job = Job.With(new RecordFound(new[] { "CPU 1", "CPU 2" }.ToDictionary(Place.Socket, _ => (Unit?)cpu), null, "by hand"));
        Assert.DoesNotContain(All(job), f => f.Path == Path);
        var told = job.With(new AnswerUnknown(Path, "2400"));
        Assert.Equal(("Memory rate of N", "2400", Path), One(told, Path) is var f ? (f.Name, f.Value, f.Ask?.Path) : default);
        var back = told.With(new TakeBack(Path));
        Assert.All(back.Found.Values, u => Assert.Null(u.Processor!.MemoryRateMTs));
    }

    [Fact]
    public void The_mode_of_a_board_is_put_right()
    {
        var job = Boards.Job(
            Sheet with
            {
                Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12) { Raid = BoardRaidCases.Raid }],
            },
            "A1"
        );
        var told = job.With(new AnswerUnknown("mode.SATA", "RAID"));
        Assert.Equal(("RAID", "mode.SATA"), (One(told, "mode.SATA").Value, One(told, "mode.SATA").Ask?.Path));
        Assert.Empty(told.With(One(told, "mode.SATA").Back!).Controllers.FoundModes);
    }

    [Fact]
    public void A_job_about_drives_speaks_of_no_memory_that_nobody_told()
    {
        var job = Boards.Job(Boards.Server, "A1").With(new SetPurposes([Purpose.Drives]));
        Assert.DoesNotContain(All(job), f => f.Path.StartsWith("memory."));
        var told = job.With(new AnswerUnknown("memory.slotLimitGiB", "64"));
        Assert.Equal(["memory.slotLimitGiB"], All(told).Select(f => f.Path).Where(p => p.StartsWith("memory.")));
    }

    private static readonly Place Slot = Place.Slot("A1");

    private static RecordFound In(Unit? unit, string by) => new(new Dictionary<Place, Unit?> { [Slot] = unit }, null, by);

    private static Unit Module(string by) => new() { Module = Boards.Module(), Source = by };

    [Fact]
    public void What_sits_in_a_place_is_taken_back_to_nobody_has_looked()
    {
        foreach (var unit in new[] { Module("by hand"), Module("as in job 0063, confirmed"), null })
        {
            var told = Job.With(In(unit, "by hand"));
            Assert.True(TakeBack.IsByHand(told, Slot));
            var back = told.With(new TakeBack("found.slot:A1"));
            Assert.True(IsAsked(back, "found.slot:A1"));
            Assert.Equal((0, 0, 0), (back.Found.Count, back.FoundEmpty.Count, back.Settled.Count));
        }
        // A capture's word is no person's to take back.
        Assert.Contains(
            "by hand",
            new TakeBack("found.slot:A1").Refusal(Job.With(In(Module("firmware listing, line 9"), "firmware listing")))!.Text
        );
        Assert.Contains("by hand", new TakeBack("found.slot:A1").Refusal(Job)!.Text);
        Assert.Equal("/edit/path", new TakeBack("found.slot:Z9").Refusal(Job)?.Path);
    }

    [Fact]
    public void What_a_capture_says_of_the_place_stands_again()
    {
        var seen = new Observation
        {
            Devices =
            [
                new SeenDevice
                {
                    Locator = "A1",
                    SizeMiB = 16_384,
                    Module = Boards.Module(),
                },
                new SeenDevice { Locator = "A2", SizeMiB = 0 },
            ],
        };
        var job = Job.With(new ReadBefore(seen, "firmware listing")).With(In(null, "by hand"));
        Assert.Contains(Slot, job.FoundEmpty);
        var back = job.With(new TakeBack("found.slot:A1"));
        Assert.Equal(16_384, back.Found[Slot].Module?.CapacityMiB);
        Assert.DoesNotContain(Slot, back.FoundEmpty);
    }

    [Fact]
    public void What_was_planned_with_it_falls_away()
    {
        var job = Job.With(In(Module("by hand"), "by hand"));
        Assert.Empty(job.With(new Remove(Slot)).With(new TakeBack("found.slot:A1")).Plan);
        Assert.Empty(job.With(new Move(Slot, Place.Slot("B1"))).With(new TakeBack("found.slot:A1")).Plan);
    }

    [Fact]
    public void It_says_what_it_takes_back()
    {
        Assert.Equal("takes back what sits in A1", new TakeBack("found.slot:A1").Tell());
        Assert.Equal("takes back system.serial", new TakeBack("system.serial").Tell());
    }
}
