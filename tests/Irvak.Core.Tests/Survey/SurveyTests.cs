using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Survey;

public class SurveyTests
{
    private static readonly MachineSheet Storage = Boards.Unequal with
    {
        Bays = [new BayGroup("front", "3.5", "upright", ["1", "2", "3", "4"], 4, "SATA")],
        M2 = [new M2Place("M1", [80], "×4 gen 3")],
        Slots = [new ExpansionSlot("S1", 8, 8, 3), new ExpansionSlot("S2", 16, 16, 4)],
    };

    private static JobState Job() => EditFold.Apply(JobState.Start, new AdoptSheet(Storage), Boards.Stamp);

    private static SeenDevice Device(string slot, int gib, string? serial = null) =>
        new()
        {
            Locator = slot,
            SizeMiB = gib * 1024,
            Module = gib == 0 ? null : new ModuleSheet { Generation = MemoryGeneration.Ddr4, CapacityMiB = gib * 1024 },
            Serial = serial,
            Line = 7,
        };

    private static Observation Slots(params SeenDevice[] devices) => new() { Devices = devices };

    private static JobState Read(JobState state, Observation seen, string by)
    {
        var found = AsFound.From(state.Sheet!, seen, by);
        return state.With(found with { Places = Contradictions.WithoutContradicted(state, found) }, new ReadBefore(seen, by));
    }

    [Fact]
    public void Two_sources_that_differ_are_both_kept_and_the_first_stands_until_a_person_decides()
    {
        var state = Read(Job(), Slots(Device("A1", 16, "X1"), Device("B1", 0), Device("C1", 0), Device("C2", 0)), "firmware listing");
        state = Read(state, Slots(Device("A1", 32, "X2"), Device("B1", 0), Device("C1", 0), Device("C2", 0)), "management page");
        Assert.Equal(16 * 1024, state.Found[Place.Slot("A1")].Module!.CapacityMiB);
        var dispute = Assert.Single(Contradictions.Of(state));
        Assert.Equal((Place.Slot("A1"), "firmware listing"), (dispute.Place, dispute.Believed));
        Assert.Equal(["firmware listing", "management page"], dispute.Claims.Select(c => c.By));
        Assert.Contains("line 7", dispute.Claims[1].Says);

        var settled = state.With(new Settle("slot:A1", "management page"));
        Assert.Equal("X2", settled.Found[Place.Slot("A1")].Serial);
        Assert.Empty(Contradictions.Of(settled));
        // The believed source says something new: what was decided is open again.
        var again = Read(settled, Slots(Device("A1", 8, "X3")), "firmware listing");
        Assert.Equal(Place.Slot("A1"), Assert.Single(Contradictions.Of(again)).Place);
    }

    [Fact]
    public void What_a_person_enters_by_hand_wins_and_a_later_capture_that_differs_is_asked_about()
    {
        var state = Read(Job(), Slots(Device("A1", 16)), "firmware listing")
            .With(new RecordFound(new Dictionary<Place, Unit?> { [Place.Slot("A1")] = null }, null, SurveyFold.ByHand));
        Assert.Empty(Contradictions.Of(state));
        Assert.Contains(Place.Slot("A1"), state.FoundEmpty);
        state = Read(state, Slots(Device("A1", 8)), "firmware listing");
        Assert.Contains(Place.Slot("A1"), state.FoundEmpty);
        Assert.Equal(["firmware listing", "by hand"], Assert.Single(Contradictions.Of(state)).Claims.Select(c => c.By));
    }

    [Fact]
    public void A_newer_capture_of_the_same_kind_replaces_and_tells_what_changed()
    {
        var state = Read(Job(), Slots(Device("A1", 16, "X1"), Device("B1", 0)), "firmware listing");
        var seen = Slots(Device("A1", 16, "X9"), Device("B1", 8));
        Assert.Equal(
            [("A1", true), ("B1", true)],
            ReadingDiff.Of(state, seen, "firmware listing and system memory").Select(c => (c.What, c.Was != c.Now))
        );
        state = Read(state, seen, "firmware listing and system memory");
        Assert.Equal("X9", state.Found[Place.Slot("A1")].Serial);
        Assert.Empty(Contradictions.Of(state));
        Assert.Equal("firmware listing and system memory", Assert.Single(state.Readings).Key);
    }

    [Fact]
    public void Sixteen_slots_here_and_twelve_there_are_put_side_by_side()
    {
        var state = Read(Job(), Slots([.. Enumerable.Range(0, 6).Select(i => Device($"X{i}", 0))]), "firmware listing");
        var dispute = Contradictions.Of(state).First(d => d.Place is null);
        Assert.Equal(("memory slots", "4", "6"), (dispute.Subject, dispute.Claims[0].Says, dispute.Claims[1].Says));
        var settled = state.With(new Settle(dispute.Key, "sheet"));
        Assert.DoesNotContain(Contradictions.Of(settled), d => d.Key == dispute.Key);
        // Another count of the same source opens it again.
        Assert.Contains(
            Contradictions.Of(Read(settled, Slots([.. Enumerable.Range(0, 8).Select(i => Device($"X{i}", 0))]), "firmware listing")),
            d => d.Key == dispute.Key
        );
    }

    [Fact]
    public void A_fact_that_captures_tell_differently_is_decided_and_stays_so()
    {
        var state = Read(Job(), new Observation { FirmwareVersion = "2.14" }, "firmware listing");
        state = Read(state, new Observation { FirmwareVersion = "2.10" }, "management page");
        var dispute = Assert.Single(Contradictions.Of(state));
        Assert.Equal(("fact:firmware", "management page"), (dispute.Key, dispute.Believed));
        state = state.With(new Settle("fact:firmware", "firmware listing"));
        Assert.Equal("2.14", state.System.Firmware);
        Assert.Empty(Contradictions.Of(state));
        state = Read(state, new Observation { FirmwareVersion = "2.10", HostName = "skarrow" }, "management page");
        Assert.Equal(("2.14", "skarrow"), (state.System.Firmware, state.System.HostName));
        state = Read(state, new Observation { FirmwareVersion = "2.16" }, "management page");
        Assert.Equal("fact:firmware", Assert.Single(Contradictions.Of(state)).Key);
    }

    private static SeenDrive Drive(
        string serial,
        string? bay = null,
        string? path = null,
        long bytes = 4_000_787_030_016,
        SeenHealth? health = null
    ) =>
        new()
        {
            Serial = serial,
            Bay = bay,
            Path = path,
            Bytes = bytes,
            Transport = "sata",
            Rotational = true,
            Rpm = 7200,
            Health = health,
            Line = 3,
        };

    [Fact]
    public void A_drive_without_a_bay_waits_beside_the_plate_and_learns_its_health_once_it_is_placed()
    {
        var state = Read(Job(), new Observation { Drives = [Drive("E1", path: "/dev/sda")] }, "block devices");
        var loose = Assert.Single(LooseDrives.Of(state));
        Assert.Equal([Place.Bay("1"), Place.Bay("2"), Place.Bay("3"), Place.Bay("4")], loose.Homes);
        state = state.With(new RecordFound(new Dictionary<Place, Unit?> { [Place.Bay("3")] = loose.Unit }, null, SurveyFold.ByHand));
        Assert.Empty(LooseDrives.Of(state));
        state = Read(state, new Observation { Drives = [Drive("E1", health: new SeenHealth { Pending = 4 })] }, "drive health");
        Assert.Equal(Grade.C, state.Found[Place.Bay("3")].Grade!.Grade);
        var check = SurveyChecks.Of(state).Single(c => c.Key == "drives");
        Assert.Equal(CheckState.Care, check.State);
        Assert.Contains("3 (E1)", check.Answer);
    }

    [Fact]
    public void The_map_names_the_array_of_every_member_by_its_part()
    {
        var state = Read(
            Job(),
            new Observation { Drives = [Drive("E1", "1", "/dev/sda"), Drive("E2", "2", "/dev/sdaa")] },
            "management page"
        );
        state = Read(
            state,
            new Observation
            {
                Raids =
                [
                    new SeenRaid
                    {
                        Name = "md0",
                        Level = "raid1",
                        Members = [new("sda1", "active"), new("sdaa1", "failed")],
                        Wanted = 2,
                        Present = 1,
                    },
                ],
            },
            "software arrays"
        );
        var rows = BayMap.Of(state, LooseDrives.Of(state));
        Assert.Equal(
            [("1", "E1", "md0 raid1"), ("2", "E2", "md0 raid1, failed")],
            rows.Take(2).Select(r => (r.Bay, r.Serial!, r.MemberOf!))
        );
        Assert.Equal(["not looked at", "not looked at"], rows.Skip(2).Take(2).Select(r => r.What));
        Assert.Equal(CheckState.NotWell, SurveyChecks.Of(state).Single(c => c.Key == "arrays").State);
    }

    [Theory]
    [InlineData("Bay 2", "bay:2")]
    [InlineData("2", "bay:2")]
    [InlineData("Disk.Bay.04", "bay:4")]
    [InlineData("9", null)]
    public void A_bay_is_known_by_its_whole_name_or_its_number(string told, string? place) =>
        Assert.Equal(place, BayMatch.Of(Storage, new Observation { Drives = [Drive("E1", told)] }).SingleOrDefault()?.Place.ToString());

    [Fact]
    public void Bays_counted_from_zero_are_taken_one_further() // common practice, no source
    {
        var seen = new Observation { Drives = [Drive("E0", "0"), Drive("E3", "3")] };
        Assert.True(BayMatch.CountsFromZero(Storage, seen));
        Assert.Equal([(Place.Bay("1"), "E0"), (Place.Bay("4"), "E3")], BayMatch.Of(Storage, seen).Select(b => (b.Place, b.Drive.Serial!)));
        Assert.False(BayMatch.CountsFromZero(Storage, new Observation { Drives = [Drive("E0", "0"), Drive("E4", "4")] }));
    }

    [Fact]
    public void A_card_is_found_behind_the_port_of_its_slot_and_a_free_slot_is_free()
    {
        var seen = new Observation
        {
            Slots = [new SeenSlot("S1", null, 8, 3, true, "0000:10:00.0", 5), new SeenSlot("PCIe slot 2", null, 16, 4, false, null, 9)],
            Pci =
            [
                new SeenPci
                {
                    Address = "00:01.0",
                    BusFirst = 0x10,
                    BusLast = 0x10,
                    Line = 20,
                },
                new SeenPci
                {
                    Address = "10:00.0",
                    Name = "Adapter",
                    ClassCode = "0107",
                    WidthMost = 8,
                    GenMost = 3,
                    Line = 30,
                },
            ],
        };
        var found = AsFound.From(Storage, seen, "x").Places;
        Assert.Equal(
            ("Adapter", CardRole.Controller, 8),
            (found[Place.Card("S1")]!.Card!.Name, found[Place.Card("S1")]!.Card!.Role, found[Place.Card("S1")]!.Card!.Elec)
        );
        Assert.Null(found[Place.Card("S2")]);
        Assert.Equal("x, line 30", found[Place.Card("S1")]!.Source);
    }

    [Fact]
    public void Load_and_log_answer_their_questions_and_eyes_overrule_them()
    {
        var state = Read(
            Job(),
            new Observation
            {
                MemTotalKiB = 1_000_000,
                LogLines = 40,
                Load = new SeenLoad { AvailableKiB = 50_000, MemoryWaitPercent = 9 },
            },
            "system"
        );
        var checks = SurveyChecks.Of(state).ToDictionary(c => c.Key);
        Assert.Equal(
            (CheckState.Well, CheckState.Well, CheckState.Care, CheckState.Open),
            (checks["start"].State, checks["log"].State, checks["load"].State, checks["backup"].State)
        );
        state = state.With(new AnswerCheck("start", false, "hangs at the logo"), new AnswerCheck("backup", true, null));
        checks = SurveyChecks.Of(state).ToDictionary(c => c.Key);
        Assert.Equal(
            (CheckState.NotWell, "hangs at the logo", "Ines"),
            (checks["start"].State, checks["start"].Answer, checks["start"].By)
        );
        Assert.Equal(CheckState.Well, checks["backup"].State);
        Assert.Equal(CheckState.Well, SurveyChecks.Of(state.With(new AnswerCheck("start", null, null))).First(c => c.Key == "start").State);
    }

    [Fact]
    public void Notes_are_about_something_that_exists()
    {
        var state = Job().With(new SetNote("plug:Fan 1", "header 3"), new SetNote("bay:2", "lamp is dark"));
        Assert.Equal("lamp is dark", state.Notes["bay:2"]);
        Assert.False(state.With(new SetNote("bay:2", " ")).Notes.ContainsKey("bay:2"));
        Assert.NotNull(EditFold.Refusal(state, new SetNote("bay:9", "x")));
        Assert.NotNull(EditFold.Refusal(state, new SetNote("machine", new string('x', 2001))));
        Assert.NotNull(EditFold.Refusal(state, new AnswerCheck("coffee", true, null)));
        Assert.NotNull(EditFold.Refusal(state, new Settle("slot:A1", "firmware listing")));
    }

    [Fact]
    public void Bays_and_slots_are_asked_about_by_group_and_hold_nobody_up()
    {
        var state = Job();
        var optional = UnknownRegister.Of(state).Where(u => u.Optional).Select(u => u.Path).ToList();
        Assert.Contains("found.bay:1", optional);
        Assert.Single(optional, p => p.StartsWith("found.bay:", StringComparison.Ordinal));
        Assert.Contains("system.serial", optional);
        var answered = state.With(new AnswerUnknown("system.serial", "SN-1"));
        Assert.Equal("SN-1", answered.System.Serial);
        Assert.DoesNotContain("system.serial", UnknownRegister.Of(answered).Select(u => u.Path));
    }

    [Fact]
    public void A_capture_read_before_there_was_a_sheet_takes_its_places_once_there_is_one()
    {
        var seen = new Observation { Drives = [Drive("E1", "2"), Drive("E2", "7")] };
        var state = JobState.Start.With(new ReadBefore(seen, "management page"), new AdoptSheet(Storage));
        Assert.Equal("E1", state.Found[Place.Bay("2")].Serial);
        Assert.Equal("E2", Assert.Single(LooseDrives.Of(state)).Unit.Serial);
        // A sheet with more bays takes the other drive too, and what a person emptied stays empty.
        state = state.With(
            new RecordFound(new Dictionary<Place, Unit?> { [Place.Bay("2")] = null }, null, SurveyFold.ByHand),
            new AdoptSheet(Storage with { Bays = [Storage.Bays[0] with { Names = ["1", "2", "3", "4", "5", "6", "7"], Cols = 7 }] })
        );
        Assert.Equal("E2", state.Found[Place.Bay("7")].Serial);
        Assert.Contains(Place.Bay("2"), state.FoundEmpty);
    }

    [Fact]
    public void Facts_of_the_machine_know_the_line_they_came_from()
    {
        var found = AsFound.From(
            Storage,
            new Observation
            {
                Serial = "SN",
                FirmwareVersion = "2",
                At = new Dictionary<string, int> { ["serial"] = 12 },
            },
            "firmware listing"
        );
        Assert.Equal(
            ("firmware listing, line 12", "firmware listing"),
            (found.System!.Origins!["serial"], found.System.Origins["firmware"])
        );
    }

    [Fact]
    public void A_card_is_found_by_the_address_that_the_firmware_gives_its_slot_whichever_listing_comes_first()
    {
        var slots = new Observation
        {
            Slots = [new("S1", "x8", 8, 3, true, "0000:04:01.0", 3), new("S2", "x16", 16, 4, true, "0000:05:00.0", 4)],
        };
        var bus = new Observation
        {
            Pci =
            [
                new()
                {
                    Address = "04:01.0",
                    Class = "RAID bus controller",
                    Name = "Halmund 3114",
                    Line = 9,
                },
            ],
        };
        foreach (var order in new[] { new[] { 0, 1 }, [1, 0] })
        {
            var state = order.Aggregate(Job(), (j, i) => Read(j, i == 0 ? slots : bus, i == 0 ? "firmware listing" : "PCI listing"));
            Assert.Equal("Halmund 3114", state.Found[Place.Card("S1")].Card!.Name);
            Assert.Equal("PCI listing, line 9", state.Found[Place.Card("S1")].Source);
            Assert.False(state.Found.ContainsKey(Place.Card("S2")));
        }
        // What a person entered stands.
        var mine = Read(Job(), slots, "firmware listing")
            .With(new RecordFound(new Dictionary<Place, Builds.Unit?> { [Place.Card("S1")] = null }, null, SurveyFold.ByHand));
        Assert.False(Read(mine, bus, "PCI listing").Found.ContainsKey(Place.Card("S1")));
    }
}
