using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Lanes;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Lanes.LaneBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>A carrier of two modules that mirrors them by itself, made to start a system from. Common practice, no source.</summary>
public sealed class BootCarrierTests
{
    private static readonly CardSheet Card2 = Carrier with
    {
        Name = "Halmund boot carrier",
        Mech = 4,
        Elec = 2,
        Gen = 3,
        Endpoints = [1, 1],
        HasSwitch = null,
        Controller = new()
        {
            Class = "entry-raid",
            Protocols = [DriveProtocol.Sata],
            LinkGbs = [6],
            InnerPorts = 0,
            Levels = ["1"],
            Protection = "none",
            Boots = true,
            MostMembers = 2,
        },
    };

    private static readonly DriveSheet Sata = LaneBox.Module with
    {
        Model = "RV-S480",
        Protocol = DriveProtocol.Sata,
        Bytes = 480_103_981_056,
        Lanes = null,
        Gen = null,
        Key = "B+M",
    };

    private static JobState Job(CardSheet? card = null, DriveSheet? drive = null) =>
        On(LaneBox.Sheet, (Place.Card("S4"), card ?? Card2))
            .With(
                new Fit(Place.M2("S4.1"), Drive(drive ?? Sata)),
                new Fit(Place.M2("S4.2"), Drive(drive ?? Sata)),
                new MakeArray(
                    new ArrayPlan("B", ArrayLevel.Mirror, [Place.M2("S4.1"), Place.M2("S4.2")], ArrayHost.Controller) { BackedUp = true }
                )
            );

    [Fact]
    public void It_keeps_the_mirror_of_its_modules()
    {
        var job = Job();
        Assert.Equal("Halmund boot carrier", job.Ask().Storage.ControllerAt(Place.M2("S4.1"))?.Name);
        var made = job.Evaluate();
        Assert.DoesNotContain(made.Findings, f => f.Severity == Severity.Stop);
        Assert.Equal(480_103_981_056, made.Arrays.Planned.Single().Capacity!.Usable, 1_000_000_000.0);
        // Two modules that are alike on it are offered as its mirror.
        Assert.Equal(ArrayHost.Controller, job.With(new DropArray("B")).Evaluate().Arrays.Fresh?.Host);
    }

    [Theory]
    [InlineData(ArrayLevel.Stripe, "ARR-CONTROLLER")]
    [InlineData(ArrayLevel.Mirror, null)]
    public void It_makes_only_its_levels(ArrayLevel level, string? code)
    {
        var plan = Job().Arrays.Plans["B"]! with { Level = level };
        var codes = Job().With(new MakeArray(plan)).Evaluate().Findings.Select(f => f.Rule.Code).Where(c => c == "ARR-CONTROLLER");
        Assert.Equal(code is null ? [] : [code], codes);
    }

    /// <summary>The slot sees one device: it is divided for none.</summary>
    [Fact]
    public void Its_slot_needs_no_dividing()
    {
        var plain = Card2 with { Controller = null, HasSwitch = false };
        Assert.DoesNotContain(Job().Evaluate().Findings, f =>
            f.Rule.Code.StartsWith("LANE-", StringComparison.Ordinal) && f.Rule.Code.Contains("SPLIT")
        );
        Assert.Contains(
            On(LaneBox.Sheet, (Place.Card("S4"), plain)).With(new Fit(Place.M2("S4.2"), Drive(LaneBox.Module))).Evaluate().Findings,
            f => f.Rule.Code.Contains("SPLIT")
        );
    }

    [Fact]
    public void Its_places_take_what_it_speaks()
    {
        Assert.Equal(["SATA"], Job().Sheet!.M2.Single(m => m.Id == "S4.1").Protocols);
        Assert.DoesNotContain(Job().Evaluate().Findings, f => f.Rule.Code.StartsWith("M2-", StringComparison.Ordinal));
        Assert.Contains(Job(drive: LaneBox.Module).Evaluate().Findings, f => f.Rule.Code == "M2-WIRED");
    }

    /// <summary>It has no port for a bay: neither are bays asked for it, nor cabled to it, nor is it compared with controllers.</summary>
    [Fact]
    public void No_bay_hangs_on_it()
    {
        var job = Job();
        Assert.DoesNotContain(BayController.All(job.Sheet!, job.Planned), c => c.Card is not null);
        var bays = Arrays.DriveBox.Sheet with { Slots = LaneBox.Sheet.Slots };
        var with = On(bays, (Place.Card("S4"), Card2));
        Assert.Null(with.Ask().Storage.ControllerOf(bays.Bays[0])?.Card);
        Assert.Equal("/edit/to", EditFold.Refusal(with, new WireBays("front", Place.Card("S4")))?.Path);
    }

    [Fact]
    public void It_is_a_school_of_keeping_and_of_starting()
    {
        var q = Job().Ask();
        var sides = KeeperSides.Of(q.Storage, q.Storage.Arrays.Single());
        Assert.Equal(["the carrier’s own mirror", "plain ports and the kernel’s RAID"], sides.Take(2).Select(s => s.School.Name));
        Assert.True(sides[0].IsNow);
        var booted = Job().With(new PlanBoot(new([Place.M2("S4.1"), Place.M2("S4.2")], 12))).Ask();
        var school = BootSchools.Of(booted.Boot, booted.BootPlan).Single(s => s.Key == "controller");
        Assert.Equal((true, "Halmund boot carrier"), (school.Can, school.Here));
        Assert.Contains(
            Job(Card2 with { Controller = Card2.Controller! with { Boots = false } })
                .With(new PlanBoot(new([Place.M2("S4.1"), Place.M2("S4.2")], 12)))
                .Evaluate()
                .Findings,
            f => f.Rule.Code == "BOOT-HOST"
        );
    }

    [Fact]
    public void Afterwards_it_is_seen_with_its_level_and_how_it_writes()
    {
        var lines = Job().Evaluate().Expectations.Where(e => e.Key.StartsWith("controller.", StringComparison.Ordinal)).ToList();
        Assert.Contains(lines, l => l.What == "Halmund boot carrier, levels it offers" && l.Expected == "1");
        Assert.Contains(lines, l => l.What == "Halmund boot carrier, how it writes to B" && l.Expected == "write-through");
    }
}
