using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;
using static Irvak.Core.Tests.Lists.ListRuleCases;

namespace Irvak.Core.Tests.Lists;

/// <summary>What makers print: a part by its number, or a brand, kind and size (common practice, no source).</summary>
public class MakersListTests
{
    private static Listing? Of(ListedPart row, Unit unit) => MakersList.Of(Boards.Server with { Listed = [row] }).About(unit, out _);

    private static Unit Drive(DriveSheet drive) => new() { Drive = drive, Source = "shelf" };

    [Theory]
    [InlineData("EK-N8", Listing.Named)]
    [InlineData("ek n8", Listing.Named)]
    [InlineData("EKN8", Listing.Named)]
    [InlineData("EK-N80", Listing.Missing)]
    [InlineData("EK-N", Listing.Missing)]
    public void A_number_is_the_part_and_no_other(string number, Listing wanted) =>
        Assert.Equal(wanted, Of(new(ListedKind.Drive) { Number = number }, Drive(Disk)));

    [Fact]
    public void A_list_of_drives_says_nothing_of_memory()
    {
        var module = new Unit { Module = Boards.Module(), Source = "shelf" };
        Assert.Null(Of(new(ListedKind.Drive) { Number = "EK-N8" }, module));
        Assert.Equal(
            Listing.NotKnown,
            Of(new(ListedKind.Module) { Number = "M" }, module with { Module = module.Module with { PartNumber = null } })
        );
    }

    // 8 TB are 8 TB whatever the last sectors; 2 % beside it is another drive.
    [Theory]
    [InlineData(8.0, Listing.Named)]
    [InlineData(8.15, Listing.Named)]
    [InlineData(8.17, Listing.Missing)]
    [InlineData(7.85, Listing.Named)]
    [InlineData(7.84, Listing.Missing)]
    public void A_kind_is_named_by_size(double terabytes, Listing wanted) =>
        Assert.Equal(wanted, Of(new(ListedKind.Drive) { TB = terabytes }, Drive(Disk with { Bytes = 8 * TB })));

    [Fact]
    public void What_a_row_asks_for_and_nobody_told_leaves_it_open()
    {
        ListedPart row = new(ListedKind.Drive)
        {
            Maker = "Ekkelund",
            Protocol = DriveProtocol.Sata,
            Media = DriveMedia.Disk,
        };
        Assert.Equal(Listing.Named, Of(row, Drive(Disk with { Maker = "ekkelund" })));
        Assert.Equal(Listing.NotKnown, Of(row, Drive(Disk with { Maker = null })));
        Assert.Equal(Listing.Missing, Of(row, Drive(Disk with { Maker = null, Protocol = DriveProtocol.Sas })));
        Assert.Equal(Listing.NotKnown, Of(row, Drive(Disk with { Maker = "Ekkelund", Media = null })));
    }

    [Fact]
    public void A_card_is_named_with_its_brand_or_without()
    {
        var card = new Unit
        {
            Card = new() { Name = "Corvath H8", Maker = "Corvath" },
            Source = "shelf",
        };
        Assert.Equal(Listing.Named, Of(new(ListedKind.Card) { Number = "H8" }, card));
        Assert.Equal(Listing.Named, Of(new(ListedKind.Card) { Number = "Corvath H8" }, card));
        Assert.Equal(Listing.Missing, Of(new(ListedKind.Card) { Number = "H8E" }, card));
    }

    /// <summary>The policy decides how much it weighs; the handover names it under each.</summary>
    [Theory]
    [InlineData(Policy.Listed, Severity.Stop)]
    [InlineData(Policy.FieldProven, Severity.Care)]
    [InlineData(Policy.Sound, Severity.Note)]
    public void Off_the_list_weighs_as_the_policy_says(Policy policy, Severity wanted)
    {
        var state = On([Row], Disk with { Model = "EK-N8X" }).With(new SetPolicy(policy));
        Assert.Equal(wanted, Assert.Single(state.Evaluate().Findings, f => f.Rule == Core.Lists.ListFit.Off).Severity);
        var off = Assert.Single(Core.Lists.ListFit.OffList(state.Ask().Storage));
        Assert.Equal((policy.Support(), "not on the maker’s list of 2026-03-31; nobody has logged it"), (off.Remark, off.Evidence));
    }

    /// <summary>What the list names by number was tried, whatever a limit beside it says.</summary>
    [Fact]
    public void A_part_that_is_listed_is_beyond_no_limit()
    {
        var sheet = Sheet with { Bays = [Sheet.Bays[0] with { LimitTB = 4 }] };
        bool Beyond(IReadOnlyList<ListedPart> list) =>
            (With(Disk) with { Sheet = sheet with { Listed = list } }).Evaluate().Findings.Any(f => f.Rule.Code == "DRV-SIZE");
        Assert.True(Beyond([]));
        Assert.False(Beyond([Row]));
        Assert.True(Beyond([new(ListedKind.Drive) { Number = "EK-N12" }]));

        var slots = Boards.Server with { Memory = Boards.Server.Memory with { SlotLimitGiB = 16 } };
        bool Large(IReadOnlyList<ListedPart> list) =>
            (Boards.Job(slots, "A1").With(Boards.Fit("B1", Boards.Module(32))) with { Sheet = slots with { Listed = list } })
                .Evaluate()
                .Findings.Any(f => f.Rule == Limits.Slot);
        Assert.True(Large([]));
        Assert.False(Large([new(ListedKind.Module) { GiB = 32 }]));
    }

    /// <summary>Off the list and beyond the limit at once, the handover names it once.</summary>
    [Fact]
    public void The_handover_names_a_part_once()
    {
        var job = On([Row], Disk with { Model = "EK-N8X" });
        job = job with { Sheet = job.Sheet! with { Bays = [job.Sheet.Bays[0] with { LimitTB = 4 }] } };
        Assert.Single(Core.Lists.ListFit.OffList(job.Ask().Storage));
        Assert.Empty(Core.Drives.DriveFit.BeyondList(job.Ask().Machine));
        Assert.Single(Core.Drives.DriveFit.BeyondList((job with { Sheet = job.Sheet with { Listed = [] } }).Ask().Machine));
    }

    // The figures of the rule: SATA disk 2, SAS disk 1.8 (common practice, no source); one per cent is the last sectors.
    [Theory]
    [InlineData(DriveProtocol.Sata, 2.0, false)]
    [InlineData(DriveProtocol.Sata, 2.1, true)]
    [InlineData(DriveProtocol.Sas, 1.8, false)]
    [InlineData(DriveProtocol.Sas, 2.0, true)]
    [InlineData(null, 1.8, false)]
    [InlineData(null, 2.0, true)]
    [InlineData(DriveProtocol.Nvme, 4.0, false)]
    [InlineData(DriveProtocol.Nvme, 4.1, true)]
    public void Each_kind_of_drive_has_its_limit(DriveProtocol? protocol, double terabytes, bool beyond)
    {
        var bays = Sheet.Bays[0] with
        {
            Bus = "tri-mode",
            LimitTB = 4,
            Limits = [new(2, DriveProtocol.Sata, DriveMedia.Disk), new(1.8, DriveProtocol.Sas, DriveMedia.Disk)],
        };
        var state = With(Disk with { Protocol = protocol, Bytes = (long)(terabytes * TB) }) with { Sheet = Sheet with { Bays = [bays] } };
        Assert.Equal(beyond, state.Evaluate().Findings.Any(f => f.Rule.Code == "DRV-SIZE"));
    }

    [Fact]
    public void Lists_that_contradict_themselves_are_refused_with_a_path()
    {
        static string[] Paths(params ListedPart[] rows) => [.. SheetCheck.Check(Boards.Server with { Listed = rows }).Select(p => p.Path)];
        Assert.Empty(Paths(Row, Row with { Number = "EK-N12" }));
        // The same said twice is no contradiction.
        Assert.Empty(Paths(Row, Row));
        Assert.Equal(["/listed/1/number"], Paths(Row, Row with { Number = "ek n8", Only = ListedUse.Cache }));
        Assert.Equal(["/listed/0"], Paths(new ListedPart(ListedKind.Card)));
        Assert.Equal(["/listed/0/what"], Paths(new ListedPart(ListedKind.Module) { TB = 4 }));
        Assert.Equal(["/listed/0/what"], Paths(new ListedPart(ListedKind.Drive) { GiB = 4, TB = 4 }));
        Assert.Equal(["/listed/0/number"], Paths(new ListedPart(ListedKind.Drive) { Number = "--" }));
        var twice = Sheet with { Bays = [Sheet.Bays[0] with { Limits = [new(2, DriveProtocol.Sata), new(4, DriveProtocol.Sata)] }] };
        Assert.Equal("/bays/0/limits/1", Assert.Single(SheetCheck.Check(twice)).Path);
        var none = Sheet with { Bays = [Sheet.Bays[0] with { Feed = [new("4-pin power", 0)] }] };
        Assert.Contains(SheetCheck.Check(none), p => p.Path.StartsWith("/bays/0/feed/0", StringComparison.Ordinal));
    }
}
