using System.Text.Json;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Drives;

/// <summary>What a system starts from: media, installers and schools. Common practice, no source; sizes and volumes from memory.</summary>
public sealed class BootSchoolsTests
{
    private static readonly DriveSheet Stick = new()
    {
        Model = "RV-U32",
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Usb,
        Form = "usb",
        Bytes = 32_000_000_000,
    };

    private static readonly MachineSheet Ports = Sheet with
    {
        Bays = [.. Sheet.Bays, new("USB inside", "usb", "flat", ["U1", "U2"], 2, "USB"), new("cards", "sd", "flat", ["SD"], 1, "USB")],
        Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12)],
    };

    private static JobState With(MachineSheet sheet, InstallerKind? system, params (string Bay, DriveSheet Drive)[] drives) =>
        Boards
            .Job(sheet, "A1")
            .With([
                .. drives.Select(d => (Edit)new Fit(Place.Bay(d.Bay), new() { Drive = d.Drive, Source = "shelf" })),
                new PlanBoot(new([.. drives.Select(d => Place.Bay(d.Bay))]) { System = system }),
            ]);

    private static BootSheet Of(JobState job) => BootSheet.Of(job.Ask().Boot);

    private static BootSchool School(JobState job, string key) => Of(job).Schools.Single(s => s.Key == key);

    private static string Planned(JobState job) => Of(job).Schools.Single(s => s.IsPlanned).Key;

    // 5 TB at 30 GB a day are 10.95 TB a year: 0.46 years.
    [Fact]
    public void A_stick_that_nothing_rates_lasts_half_a_year_at_most()
    {
        var life = new BootPlan([]).LifeOn(Stick);
        Assert.Equal(5 / 10.95, life.WearYears!.Value, 6);
        Assert.Equal("Nothing rates it; worn out after 0.5 years at most.", life.Verdict);
        Assert.Contains(life.Why.Lines, l => l.Formula == "nothing rates it; assumed at most");
        // Its own sheet counts more.
        Assert.Equal(2, new BootPlan([]).LifeOn(Stick with { RatedWritesTB = 21.9 }).WearYears!.Value, 6);
        Assert.Null(new BootPlan([]).LifeOn(Stick with { Protocol = DriveProtocol.Sata, Form = "sata-module" }).WearYears);
    }

    [Theory]
    [InlineData("usb", DriveProtocol.Usb, "USB stick", true)]
    [InlineData("sd", DriveProtocol.Usb, "SD card", true)]
    [InlineData("microsd", null, "SD card", true)]
    [InlineData("sata-module", DriveProtocol.Sata, "SATA module", false)]
    [InlineData("m.2", DriveProtocol.Sata, "flash", false)]
    public void Media_by_case_and_plug(string form, DriveProtocol? protocol, string name, bool frail)
    {
        var drive = Stick with { Form = form, Protocol = protocol };
        Assert.Equal((name, frail), (BootMedia.Of(drive).Name, PortMedia.IsFrail(drive)));
    }

    [Theory]
    [InlineData("usb", "usb", "USB", DriveProtocol.Usb, true)]
    [InlineData("3.5", "usb", "USB", DriveProtocol.Sata, false)]
    [InlineData("usb", "3.5", "SAS, SATA", DriveProtocol.Usb, false)]
    [InlineData("microsd", "sd", "USB", DriveProtocol.Usb, true)]
    [InlineData("sd", "microsd", "USB", DriveProtocol.Usb, false)]
    [InlineData("sata-module", "sata-module", "SATA", DriveProtocol.Sata, true)]
    [InlineData("sata-module", "2.5", "SATA", DriveProtocol.Sata, false)]
    [InlineData("usb", "usb", "USB", DriveProtocol.Nvme, false)]
    public void What_stands_on_a_port_goes_nowhere_else(string drive, string bay, string bus, DriveProtocol speaks, bool suits) =>
        Assert.Equal(suits, DriveFit.Suits(new("x", bay, "flat", ["1"], 1, bus), Stick with { Form = drive, Protocol = speaks }));

    [Fact]
    public void A_stick_has_steps_of_its_own()
    {
        var job = With(Ports, InstallerKind.Hypervisor, ("U1", Stick), ("U2", Stick)).Evaluate();
        var step = job.Runbook.Steps.Single(s => s.Key == "in:bay:U1");
        Assert.Equal("Put 32 GB USB flash into U1", step.Title);
        Assert.Equal("Straight into the port; write down which one.", step.How[0]);
        Assert.DoesNotContain(job.Findings, f => f.Rule.Code.StartsWith("DRV-MATE", StringComparison.Ordinal));
    }

    [Fact]
    public void New_drives_get_their_system_and_must_be_seen_to_start()
    {
        var disk = Disk with { Bytes = 240_057_409_536 };
        var job = With(Ports, InstallerKind.ServerPool, ("1", disk), ("2", disk)).Evaluate();
        var steps = job.Runbook.Steps.Select(s => s.Key).ToList();
        var install = job.Runbook.Steps[steps.IndexOf("boot:install")];
        Assert.Equal("Install the system onto 1 and 2", install.Title);
        Assert.Contains("Mirror: the installer makes the pool and writes both boot partitions.", install.How);
        Assert.InRange(steps.IndexOf("boot:install"), steps.IndexOf("in:bay:2") + 1, steps.IndexOf("boot:order") - 1);
        Assert.Equal(
            ["The system, from 1 alone", "The system, from 2 alone"],
            job.Expectations.Where(e => e.Key.StartsWith("boot.", StringComparison.Ordinal)).Select(e => e.What)
        );
        Assert.Contains(job.Shopping.TakeAlong, t => t.Key == "take:installer");
        var one = With(Ports, null, ("1", disk)).Evaluate();
        Assert.DoesNotContain(one.Runbook.Steps.Single(s => s.Key == "boot:install").How, h =>
            h.StartsWith("Mirror", StringComparison.Ordinal)
        );
        Assert.Equal("The system, from 1", one.Expectations.Single(e => e.Key == "boot.bay:1").What);
    }

    [Fact]
    public void A_drive_that_was_there_keeps_its_system()
    {
        var found = Boards
            .Job(Ports, "A1")
            .With(
                new Core.Survey.RecordFound(
                    new Dictionary<Place, Core.Builds.Unit?>
                    {
                        [Place.Bay("1")] = new()
                        {
                            Drive = Disk,
                            Source = "test",
                            MemberOf = "/",
                        },
                    },
                    null,
                    "test"
                ),
                new Fit(Place.Bay("2"), new() { Drive = Disk, Source = "shelf" }),
                new PlanBoot(new([Place.Bay("1"), Place.Bay("2")]))
            )
            .Evaluate();
        Assert.DoesNotContain(found.Runbook.Steps, s => s.Key == "boot:install");
        Assert.DoesNotContain(found.Expectations, e => e.Key.StartsWith("boot.", StringComparison.Ordinal));
    }

    [Fact]
    public void What_is_installed_is_changed_alone_and_history_tells_it()
    {
        var job = With(Ports, InstallerKind.Edge, ("1", Disk));
        var change = new ChangeFields(
            "boot",
            new Dictionary<string, JsonElement?> { ["system"] = JsonSerializer.SerializeToElement("virtual-host") }
        );
        Assert.Null(EditFold.Refusal(job, change));
        Assert.Equal(InstallerKind.VirtualHost, job.With(change).Boot.Plan!.System);
        Assert.StartsWith("changes the boot drive: what is installed", change.Tell());
        var none = new ChangeFields("boot", new Dictionary<string, JsonElement?> { ["system"] = null });
        Assert.Null(job.With(none).Boot.Plan!.System);
        var odd = new ChangeFields(
            "boot",
            new Dictionary<string, JsonElement?> { ["system"] = JsonSerializer.SerializeToElement("abacus") }
        );
        Assert.StartsWith("/edit/to", EditFold.Refusal(job, odd)?.Path);
    }

    [Fact]
    public void The_school_that_a_plan_follows()
    {
        var disk = Disk with { Bytes = 240_057_409_536 };
        Assert.Equal("sticks", Planned(With(Ports, null, ("U1", Stick), ("U2", Stick))));
        Assert.Equal("single", Planned(With(Ports, null, ("1", disk))));
        Assert.Equal("system", Planned(With(Ports, null, ("1", disk), ("2", disk))));
        Assert.Equal("system", Planned(With(Ports, null, ("1", disk), ("2", disk)).Array(ArrayLevel.Mirror, 2)));
        var kept = With(Ports, null, ("1", disk), ("2", disk)).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller);
        Assert.Equal("board", Planned(kept.With(new WireBays("front", Place.Board("SATA")))));
        var shared = With(Ports, null, ("1", disk));
        Assert.Equal("shared", Planned(shared.With(new PlanBoot(shared.Boot.Plan! with { SharedGB = 100 }))));
        Assert.DoesNotContain(Of(Boards.Job(Ports, "A1")).Schools, s => s.IsPlanned);
    }

    [Fact]
    public void What_is_not_known_is_said_so()
    {
        var open = With(Ports, null, ("1", Disk));
        Assert.Equal((null, "what is installed is not said"), (School(open, "system").Can, School(open, "system").Here));
        Assert.Equal((bool?)null, School(open, "board").Can);
        Assert.Equal((false, "no controller is in the plan"), (School(open, "controller").Can, School(open, "controller").Here));
        Assert.Equal(((bool?)null, "3 ports: U1, U2 and SD"), (School(open, "sticks").Can, School(open, "sticks").Here));
        Assert.Equal((bool?)null, School(With(Sheet, null, ("1", Disk)), "sticks").Can);
    }

    [Theory]
    [InlineData(InstallerKind.ServerText, true, false)]
    [InlineData(InstallerKind.ServerPool, true, false)]
    [InlineData(InstallerKind.VirtualHost, true, false)]
    [InlineData(InstallerKind.Hypervisor, false, true)]
    [InlineData(InstallerKind.Desktop, true, false)]
    [InlineData(InstallerKind.Storage, true, false)]
    [InlineData(InstallerKind.Appliance, true, false)]
    [InlineData(InstallerKind.Edge, true, true)]
    public void Each_kind_of_system_mirrors_and_logs_as_it_does(InstallerKind kind, bool mirrors, bool sticks)
    {
        var job = With(Ports, kind, ("1", Disk));
        Assert.Equal(mirrors, School(job, "system").Can);
        Assert.Equal(sticks, School(job, "sticks").Can);
        Assert.Equal(kind == InstallerKind.Storage ? false : true, School(job, "shared").Can);
    }

    // Whether a card starts a system is not known unless its sheet says so.
    [Theory]
    [InlineData(true, true, "Corvath M")]
    [InlineData(null, null, "whether Corvath M starts a system is not known")]
    [InlineData(false, false, "Corvath M makes no mirror that starts a system")]
    public void A_card_that_mirrors_starts_a_system_as_its_sheet_says(bool? boots, bool? can, string here)
    {
        var card = new Fit(
            Place.Card("S1"),
            new()
            {
                Card = new()
                {
                    Name = "Corvath M",
                    Role = CardRole.Controller,
                    Controller = new()
                    {
                        Class = "entry-raid",
                        Levels = ["1"],
                        Boots = boots,
                    },
                },
                Source = "shelf",
            }
        );
        var school = School(With(Ports, null, ("1", Disk)).With(card), "controller");
        Assert.Equal((can, here), (school.Can, school.Here));
    }

    [Fact]
    public void A_disk_on_USB_does_not_wear_and_a_stick_joins_no_array()
    {
        var external = Stick with { Media = DriveMedia.Disk, Form = "2.5" };
        Assert.False(PortMedia.IsFrail(external));
        Assert.Null(new BootPlan([]).LifeOn(external).WearYears);
        // Flash in a case of its own is no stick either.
        Assert.False(PortMedia.IsFrail(Stick with { Form = "2.5" }));
        var job = Boards
            .Job(Ports, "A1")
            .With(
                new Fit(Place.Bay("1"), new() { Drive = Disk, Source = "shelf" }),
                new Fit(Place.Bay("U1"), new() { Drive = Stick, Source = "shelf" })
            );
        Assert.Equal([Place.Bay("1")], FreshArray.Of(job.Ask().Storage, [], _ => null)!.Members);
    }

    [Fact]
    public void A_board_that_starts_from_a_mirror_is_one_way()
    {
        JobState On(BoardRaid raid) => With(Ports with { Boards = [Ports.Boards[0] with { Raid = raid }] }, null, ("1", Disk));
        Assert.Equal(
            (true, "on-board SATA"),
            (
                School(On(new() { Levels = ["0", "1"], Boots = true }), "board").Can,
                School(On(new() { Levels = ["0", "1"], Boots = true }), "board").Here
            )
        );
        Assert.False(School(On(new() { Levels = ["0"], Boots = true }), "board").Can);
        Assert.False(School(On(new() { Levels = ["1"], Boots = false }), "board").Can);
        Assert.Null(School(On(new() { Levels = ["1"] }), "board").Can);
    }

    [Fact]
    public void A_stripe_that_the_board_keeps_is_started_by_it()
    {
        var job = With(Ports, null, ("1", Disk), ("2", Disk))
            .With(new WireBays("front", Place.Board("SATA")))
            .Array(ArrayLevel.Stripe, 2, ArrayHost.Controller);
        var said = Assert.Single(job.Evaluate().Findings, f => f.Rule.Code == "BOOT-STRIPE");
        Assert.Equal("The system lies on M, which has no redundancy: any of its 2 drives takes it along.", said.Sentence);
        // It is one disk to whoever installs: no halves, no mirror.
        Assert.DoesNotContain(job.Evaluate().Findings, f => f.Rule.Code is "BOOT-MIRROR" or "BOOT-UNEQUAL");
        Assert.DoesNotContain(Of(job).Schools, s => s.IsPlanned);
        var steps = job.Evaluate().Runbook.Steps;
        Assert.Equal("Install the system onto M, the array of 1 and 2", steps.Single(s => s.Key == "boot:install").Title);
        Assert.Equal("Set the boot order: M, the array of 1 and 2", steps.Single(s => s.Key == "boot:order").Title);
        Assert.Equal(
            "The system, from M",
            Assert.Single(job.Evaluate().Expectations, e => e.Key.StartsWith("boot.", StringComparison.Ordinal)).What
        );
    }
}
