using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Shopping;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

public class ControllerTableTests
{
    private static readonly ControllerSheet Eight = new()
    {
        Class = "host-adapter",
        Protocols = [DriveProtocol.Sas, DriveProtocol.Sata],
        LinkGbs = [3, 6, 12],
        InnerPorts = 8,
        Connector = "SFF-8643",
        Boots = true,
        MostDrives = 128,
    };

    private static ShelfPart Part(string id, ControllerSheet sheet, Func<CardSheet, CardSheet>? change = null) =>
        new()
        {
            Id = id,
            Card = (change ?? (c => c))(
                new CardSheet
                {
                    Name = id,
                    Role = CardRole.Controller,
                    Mech = 8,
                    Elec = 8,
                    Controller = sheet,
                }
            ),
            InStock = 1,
            PriceEur = 100,
        };

    private static readonly ShelfPart Cable = new()
    {
        Id = "cable",
        Accessory = new()
        {
            Name = "Cable",
            Kind = AccessoryKind.Cable,
            Ends = ["SFF-8643", "SFF-8643"],
        },
        InStock = 4,
        PriceEur = 20,
    };

    private static MachineSheet With(string plug, int bays, bool expander = false) =>
        DriveBox.Sheet with
        {
            Bays =
            [
                new("front", "3.5", "flat", [.. Enumerable.Range(1, bays).Select(n => $"{n}")], 4, "SAS, SATA", 26.1)
                {
                    Expander = expander,
                    Plug = plug,
                },
            ],
            Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 6)],
        };

    private static Question Ask(MachineSheet sheet, DriveSheet drive, int drives, params ShelfPart[] shelf) =>
        Question.Of(
            Boards
                .Job(sheet, "A1", "C1")
                .With([.. Enumerable.Range(1, drives).Select(n => (Edit)new Fit(Bay(n), new Unit { Drive = drive, Source = "shelf" }))]),
            Core.Evidence.EvidenceBook.Empty,
            shelf.ToDictionary(p => p.Id)
        );

    // SFF-8643 and SFF-8087 carry four drives, SFF-8654 in its usual form eight, a SATA plug one; an expander wants one wide cable (common
    // practice, no source)
    [Theory]
    [InlineData("SFF-8643", 8, false, 2)]
    [InlineData("SFF-8643", 12, false, 3)]
    [InlineData("SFF-8654", 12, false, 2)]
    [InlineData("SATA", 5, false, 5)]
    [InlineData("SFF-8643", 24, true, 1)]
    public void So_many_cables(string connector, int bays, bool expander, int cables) =>
        Assert.Equal(
            cables,
            Cabling
                .Of(
                    new(Place.Card("S1"), "x", Eight with { Connector = connector }, null),
                    With("SFF-8643", bays, expander).Bays[0],
                    [.. Enumerable.Range(0, bays)]
                )!
                .Count
        );

    [Fact]
    public void Cables_of_a_controller_that_comes_in_go_to_the_list_with_their_price()
    {
        var q = Ask(With("SFF-8643", 8), Disk, 8, Cable);
        q = q.Planning(q.Machine.Planned.With(Place.Card("S1"), new Unit { Card = Part("H", Eight).Card, Source = "shelf" }));
        Assert.Contains(ShoppingList.Of(q.Steps).Lines, l => l is { ShelfPartId: "cable", Count: 2, SumEur: 40 });
        // Without a sheet of such a cable it is told among the things to take along.
        Assert.Contains(ShoppingList.Of(q.Steps with { Shelf = ShelfBook.Empty }).TakeAlong, t =>
            t.Text == "2 × SFF-8643 to SFF-8643, for the front bays"
        );
    }

    [Theory]
    [InlineData(BoardKind.Mezzanine, "board:MZ", null)]
    [InlineData(BoardKind.Network, null, "no free mezzanine place")]
    public void A_card_for_the_board_sits_on_its_mezzanine(BoardKind kind, string? at, string? why)
    {
        var sheet = With("SFF-8643", 8);
        var q = Ask(sheet with { Boards = [.. sheet.Boards, new("MZ", kind, null, 8, 4)] }, Disk, 4);
        var row = ControllerTable
            .Of(q.Storage with { Shelf = ShelfBook.Of([Part("M", Eight, c => c with { Bus = CardBus.Ocp }), Cable]) })
            .First(r => r.Name == "M");
        Assert.Equal((at, why), (row.At?.ToString(), row.NoPlace));
    }

    [Fact]
    public void Rows_say_how_many_drives_run_what_fits_and_what_changes()
    {
        var sas = Disk with { Protocol = DriveProtocol.Sas, LinkGbs = 12 };
        var q = Ask(With("SFF-8643", 8), sas, 4);
        var rows = ControllerTable.Of(
            q.Storage with
            {
                Shelf = ShelfBook.Of([
                    Part("H", Eight),
                    Part("Old", Eight with { LinkGbs = [3], Addresses32 = true }),
                    Part("Wide", Eight, c => c with { Mech = 32 }),
                    Part("P", Eight with { Protocols = [DriveProtocol.Sata] }, c => c with { Bus = CardBus.Pci, Mech = 0 }),
                    Cable,
                ]),
            }
        );
        var now = rows.First(r => r.IsNow);
        Assert.Equal(("on-board SATA", 0, 4), (now.Name, now.Runs, now.Of));
        var h = rows.First(r => r.Name == "H");
        Assert.Equal((Place.Card("S1"), 4, 12.0, 120m), (h.At, h.Runs, h.SlowestGbs, h.Eur));
        Assert.Equal((false, (int?)0), (h.EurIsLeast, h.CacheMiB));
        Assert.Contains("4 drives more run", h.Changes);
        Assert.Equal(0, rows.First(r => r.Name == "Old").Runs);
        Assert.Equal("no slot is wide, high and long enough", rows.First(r => r.Name == "Wide").NoPlace);
        Assert.Equal("no conventional PCI slot", rows.First(r => r.Name == "P").NoPlace);
    }

    [Fact]
    public void Bays_are_cabled_elsewhere_by_a_decision_that_can_be_taken_back()
    {
        var state = Boards.Job(With("SFF-8643", 4), "A1", "C1");
        Assert.Equal("/edit/to", EditFold.Refusal(state, new WireBays("front", Place.Card("S1")))?.Path);
        Assert.Equal("/edit/group", EditFold.Refusal(state, new WireBays("rear", Place.None))?.Path);
        state = state.With(
            new Fit(Place.Card("S1"), new Unit { Card = Part("H", Eight).Card, Source = "shelf" }),
            new WireBays("front", Place.Board("SATA"))
        );
        BayController? Behind(JobState s) =>
            Question.Of(s, Core.Evidence.EvidenceBook.Empty, ShelfBook.Empty) is var q
                ? q.Storage.ControllerOf(q.Machine.Sheet.Bays[0])
                : null;
        Assert.Equal(Place.Board("SATA"), Behind(state)?.Place);
        Assert.Equal(Place.Card("S1"), Behind(state.With(new WireBays("front", Place.None)))?.Place);
    }

    [Fact] // a capture tells only the name; the shop's own sheet of it the rest
    public void A_found_controller_is_known_by_its_name()
    {
        var found = Boards
            .Job(With("SFF-8643", 4), "A1", "C1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Card("S1")] = new()
                        {
                            Card = new() { Name = "H", Role = CardRole.Controller },
                            Source = "PCI listing",
                        },
                    },
                    null,
                    "test"
                )
            );
        var q = Question.Of(found, Core.Evidence.EvidenceBook.Empty, ShelfBook.Of([Part("H", Eight)]));
        Assert.Equal(8, q.Storage.ControllerOf(q.Machine.Sheet.Bays[0])?.Sheet.InnerPorts);
    }

    [Fact] // a SATA backplane and a 12 Gb/s controller without 3 Gb/s: intersection by hand
    public void The_link_is_the_highest_rate_that_all_have()
    {
        Assert.Equal(6, BayController.Link([12, 6, 3], [6, 3], [3, 6, 12]));
        Assert.Equal(3, BayController.Link([3, 1.5], [6, 3, 1.5], [3, 6, 12]));
        Assert.Equal(0, BayController.Link([1.5], null, [3, 6, 12]));
        Assert.Null(BayController.Link([], [6], [6]));
    }

    /// <summary>What goes with a card costs too: a part without a price makes the sum a least; a key counts where its level is
    /// wanted.</summary>
    [Fact]
    public void Cost_is_the_card_with_all_that_this_plan_needs_of_it()
    {
        var raid = Eight with
        {
            Class = "cached-raid",
            Levels = ["5", "6"],
            KeyLevels = ["6"],
            CacheMiB = 4096,
            CacheOnModule = true,
            Protection = "battery",
        };
        ShelfPart Small(string id, AccessoryKind kind, decimal? eur, string? opens = null) =>
            new()
            {
                Id = id,
                PriceEur = eur,
                Accessory = new()
                {
                    Name = id,
                    Kind = kind,
                    For = ["R"],
                    Opens = opens,
                },
            };
        ControllerRow Row(ArrayLevel level, params ShelfPart[] small)
        {
            var q = Ask(With("SFF-8643", 8), Disk, 4);
            return ControllerTable
                .Of(
                    q.Storage with
                    {
                        Arrays = [new("M", level, Bays(4), ArrayHost.Controller)],
                        Shelf = ShelfBook.Of([Part("R", raid), Cable, .. small]),
                    }
                )
                .First(r => r.Name == "R");
        }
        ShelfPart unit = Small("unit", AccessoryKind.CacheUnit, 50),
            module = Small("module", AccessoryKind.CacheModule, 30),
            key = Small("key", AccessoryKind.FeatureKey, 7, "levels");
        Assert.Equal((200m, false), Cost(Row(ArrayLevel.Parity1, unit, module, key)));
        Assert.Equal((207m, false), Cost(Row(ArrayLevel.Parity2, unit, module, key)));
        Assert.Equal((200m, true), Cost(Row(ArrayLevel.Parity2, unit, module)));
        Assert.Equal((170m, true), Cost(Row(ArrayLevel.Parity1, unit, Small("module", AccessoryKind.CacheModule, null))));
        static (decimal?, bool) Cost(ControllerRow row) => (row.Eur, row.EurIsLeast);
    }
}
