using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;

namespace Irvak.Core.Tests.Shelf;

/// <summary>What goes into a place by what is printed: JEDEC's notches for modules, SFF-8482 and SFF-8639 for plugs of drives, the M.2
/// specification for keys and lengths.</summary>
public class PlaceFitTests
{
    private static ShelfPart Of(ModuleSheet module) => new() { Id = "m", Module = module };

    private static ShelfPart Of(DriveSheet drive) => new() { Id = "d", Drive = drive };

    private static string? Slot(ModuleSheet module, MachineSheet? sheet = null) =>
        PlaceFit.WhyNot(sheet ?? Boards.Server, Place.Slot("A1"), Of(module));

    [Fact]
    public void A_module_is_kept_apart_by_generation_form_and_type()
    {
        Assert.Null(Slot(Boards.Module()));
        Assert.Equal("of DDR3", Slot(Boards.Module(generation: MemoryGeneration.Ddr3, rate: 1866)));
        Assert.Equal("a SO-DIMM", Slot(Boards.Module(form: ModuleForm.SoDimm)));
        Assert.Equal("unbuffered", Slot(Boards.Module() with { Type = ModuleType.Unbuffered }));
    }

    [Fact]
    public void What_nobody_told_keeps_nothing_apart()
    {
        Assert.Null(Slot(Boards.Module() with { Generation = null, Form = null, Type = null }));
        var untold = Boards.Server with { Memory = Boards.Server.Memory with { Generation = null, Form = null, Types = null } };
        Assert.Null(Slot(Boards.Module(generation: MemoryGeneration.Ddr3, rate: 1866, form: ModuleForm.SoDimm), untold));
        Assert.Null(PlaceFit.WhyNot(DriveBox.Sheet, DriveBox.Bay(1), Of(new DriveSheet())));
        // A place that the sheet does not have, and a part of another kind.
        Assert.Null(PlaceFit.WhyNot(DriveBox.Sheet, Place.Bay("99"), Of(DriveBox.Disk)));
        Assert.Null(PlaceFit.WhyNot(DriveBox.Sheet, DriveBox.Bay(1), Of(Boards.Module())));
    }

    [Fact]
    public void A_drive_is_kept_apart_from_a_bay_by_plug_form_height_and_rate()
    {
        string? Bay(DriveSheet drive, Func<BayGroup, BayGroup>? change = null) =>
            PlaceFit.WhyNot(DriveBox.Sheet with { Bays = [(change ?? (b => b))(DriveBox.Sheet.Bays[0])] }, DriveBox.Bay(1), Of(drive));
        Assert.Null(Bay(DriveBox.Disk));
        Assert.Null(Bay(DriveBox.Flash));
        Assert.Equal("of another form", Bay(DriveBox.Disk, b => b with { Form = "2.5" }));
        Assert.Equal("of another plug", Bay(DriveBox.Disk with { Protocol = DriveProtocol.Sas }, b => b with { Bus = "SATA" }));
        Assert.Null(Bay(DriveBox.Disk with { HeightMm = 26.3 }));
        Assert.Equal("too high", Bay(DriveBox.Disk with { HeightMm = 26.4 }));
        Assert.Equal("of no rate that the backplane has", Bay(DriveBox.Disk with { LinkGbs = 6 }, b => b with { LinkGbs = [12] }));
    }

    [Fact]
    public void A_module_is_kept_apart_from_an_m2_place_by_length_key_and_sides()
    {
        string? M2(DriveSheet drive) =>
            PlaceFit.WhyNot(
                Boards.Server with
                {
                    M2 = [new("X1", [42, 80], "lanes", Key: "M", Protocols: ["nvme"], Lanes: 4) { SingleSided = true }],
                },
                Place.M2("X1"),
                Of(drive)
            );
        Assert.Null(M2(DriveBox.Module));
        Assert.Equal("110 mm long", M2(DriveBox.Module with { LengthMm = 110 }));
        Assert.Equal("of key B", M2(DriveBox.Module with { Key = "B" }));
        Assert.Null(M2(DriveBox.Module with { Key = "B+M" }));
        Assert.Equal("of chips on both sides", M2(DriveBox.Module with { DoubleSided = true }));
        Assert.Equal("of another form or interface", M2(DriveBox.Module with { Protocol = DriveProtocol.Sata }));
    }

    [Fact]
    public void A_card_is_kept_apart_by_bus_edge_height_and_length()
    {
        string? Card(CardSheet card, Func<ExpansionSlot, ExpansionSlot>? change = null) =>
            PlaceFit.WhyNot(
                Boards.Server with
                {
                    Slots = [(change ?? (s => s))(new ExpansionSlot("S1", 8, 8, 3, "CPU 1") { Height = "low", LengthMm = 170 })],
                },
                Place.Card("S1"),
                new() { Id = "c", Card = card }
            );
        var card = LaneBox.Adapter with { Height = "low", LengthMm = 160, Mech = 8, Elec = 8 };
        Assert.Null(Card(card));
        Assert.Equal("too high", Card(card with { Height = "full" }));
        Assert.Null(Card(card with { LengthMm = 170 }));
        Assert.Equal("too long", Card(card with { LengthMm = 171 }));
        Assert.Equal("too wide at the edge", Card(card with { Mech = 16 }));
        Assert.Null(Card(card with { Mech = 16 }, s => s with { OpenEnd = true }));
        Assert.Equal("of another bus", Card(card with { Bus = CardBus.Pci }));
    }

    [Fact]
    public void A_processor_is_kept_apart_by_its_socket()
    {
        string? Cpu(Socket socket, string? its) =>
            PlaceFit.WhyNot(
                Boards.Server with
                {
                    Sockets = [socket],
                },
                Place.Socket("CPU 1"),
                new()
                {
                    Id = "p",
                    Processor = new ProcessorSheet { Name = "P", Socket = its },
                }
            );
        var socket = new Socket("CPU 1", Family: "OS-2");
        Assert.Null(Cpu(socket, "OS-2"));
        Assert.Null(Cpu(socket, null));
        Assert.Equal("made for socket OS-1", Cpu(socket, "OS-1"));
        Assert.Equal("for a socket; this one is soldered", Cpu(socket with { Soldered = true }, "OS-2"));
    }
}
