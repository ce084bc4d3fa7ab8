using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Observations;

public class AsFoundTests
{
    private static SeenDevice Device(string locator, int? mib, string? bank = null) =>
        new()
        {
            Locator = locator,
            Bank = bank,
            SizeMiB = mib,
            Module = mib > 0 ? Boards.Module(mib.Value / 1024) : null,
            Line = 7,
        };

    private static Observation Seen(params SeenDevice[] devices) =>
        new()
        {
            Devices = devices,
            Maker = "Brannick",
            Product = "Server",
        };

    [Fact]
    public void Filled_empty_and_unknown_slots_are_three_things()
    {
        var places = AsFound.From(Boards.Server, Seen(Device("A1", 16_384), Device("A2", 0), Device("B1", null)), "listing").Places;
        Assert.Equal("listing, line 7", places[Place.Slot("A1")]!.Source);
        Assert.Null(places[Place.Slot("A2")]);
        Assert.False(places.ContainsKey(Place.Slot("B1")));
    }

    [Fact]
    public void What_a_listing_tells_of_the_system_says_where_it_was_read()
    {
        Assert.Null(AsFound.From(Boards.Server, Seen(), "listing").System!.Origins);
        var told = AsFound.From(
            Boards.Server,
            Seen() with
            {
                Serial = "S1",
                At = new Dictionary<string, int> { ["serial"] = 9 },
            },
            "listing"
        );
        Assert.Equal("listing, line 9", told.System!.Origins!["serial"]);
    }

    [Theory]
    [InlineData("CPU1_DIMM_A1", "A1")]
    [InlineData("DIMM_A1", "A1")]
    [InlineData("a1", "A1")]
    [InlineData("P1-DIMMA1", "A1")]
    [InlineData("DIMM_AA1", null)]
    [InlineData("XA1", null)]
    public void A_locator_names_a_slot_by_its_end(string locator, string? slot) =>
        Assert.Equal(slot, SlotMatch.Of(Boards.Server, Seen(Device(locator, 16_384))).SingleOrDefault()?.Slot);

    [Fact]
    public void Names_that_say_nothing_are_taken_in_order_when_the_counts_agree()
    {
        var eight = Enumerable.Range(0, 8).Select(i => Device("DIMM", i == 2 ? 16_384 : 0, "BANK")).ToArray();
        Assert.Equal("B1", SlotMatch.Of(Boards.Server, Seen(eight)).Single(m => !m.Device.IsEmpty).Slot);
        Assert.Empty(SlotMatch.Of(Boards.Server, Seen(eight[..5])));
    }

    [Fact]
    public void The_sheet_is_found_by_product_and_maker()
    {
        var mine = Boards.Server with { Maker = "Brannick" };
        Assert.Same(mine, AsFound.SheetFor([Boards.Unequal with { Name = "Other" }, mine], Seen() with { Product = " server " }));
        Assert.Null(AsFound.SheetFor([mine], Seen() with { Maker = "Tarrowby" }));
        Assert.Null(AsFound.SheetFor([mine], new Observation()));
    }

    [Fact]
    public void Processors_go_by_name_and_an_empty_socket_is_empty()
    {
        var sheet = Boards.Server with { Processors = [new ProcessorSheet { Name = "N-416", MemoryRateMTs = 4800 }] };
        var seen = Seen() with { Processors = [new("CPU2", null, false, 9), new("CPU1", "Ostrel N-416 v2", true, 3)] };
        var places = AsFound.From(sheet, seen, "listing").Places;
        Assert.Equal(4800, places[Place.Socket("CPU 1")]!.Processor!.MemoryRateMTs);
        Assert.Null(places[Place.Socket("CPU 2")]);
    }

    [Theory]
    [InlineData(2, 2)]
    [InlineData(1, 0)] // which of the two sockets it sits in is not told
    [InlineData(3, 0)]
    [InlineData(null, 0)] // a virtual machine's
    public void A_system_that_counts_as_many_processors_as_there_are_sockets_says_what_sits_in_each(int? packages, int told)
    {
        var sheet = Boards.Server with { Processors = [new ProcessorSheet { Name = "N-416", MemoryRateMTs = 4800 }] };
        var seen = Seen() with
        {
            Load = new SeenLoad { Packages = packages, ProcessorName = "Ostrel N-416 v2" },
        };
        var places = AsFound.From(sheet, seen, "processors").Places;
        Assert.Equal(told, places.Count);
        Assert.All(places.Values, u => Assert.Equal((4800, "processors"), (u!.Processor!.MemoryRateMTs, u.Source)));
        // The firmware's own list tells the sockets by name, and stands.
        var named = seen with { Processors = [new("CPU2", null, false, 9), new("CPU1", "Ostrel N-416 v2", true, 3)] };
        Assert.Null(AsFound.From(sheet, named, "processors").Places[Place.Socket("CPU 2")]);
    }

    [Fact]
    public void A_processor_the_sheet_does_not_know_is_kept_by_name_and_asked_for()
    {
        var seen = Seen() with { Processors = [new("CPU1", "Ostrel X", true, 3), new("CPU2", null, false, 9)] };
        var state = Boards.Job(Boards.Server, "A1") with { Found = Boards.Job(Boards.Server).Found };
        state = state.With(AsFound.From(Boards.Server, seen, "listing"));
        Assert.Contains(UnknownRegister.Of(state), u =>
            u.Path == "processor.socket:CPU 1" && u.Question == "Which memory rate does Ostrel X drive?"
        );
        var answered = state.With(new AnswerUnknown("processor.socket:CPU 1", "2400"));
        Assert.Equal(2400, answered.Found[Place.Socket("CPU 1")].Processor!.MemoryRateMTs);
    }

    [Theory]
    [InlineData("Ostrel X", "Ostrel X", 1)]
    [InlineData("Ostrel X", "Ostrel Y", 2)]
    public void Like_processors_are_asked_for_once_and_answered_together(string first, string second, int asked)
    {
        var seen = Seen() with { Processors = [new("CPU1", first, true, 3), new("CPU2", second, true, 3)] };
        var state = Boards.Job(Boards.Server, "A1") with { Found = Boards.Job(Boards.Server).Found };
        state = state.With(AsFound.From(Boards.Server, seen, "listing"));
        IEnumerable<string> Asked(JobState of) =>
            UnknownRegister.Of(of).Select(u => u.Path).Where(p => p.StartsWith("processor.", StringComparison.Ordinal));
        Assert.Equal(asked, Asked(state).Count());
        Assert.Equal("processor.socket:CPU 1", Asked(state).First());
        Assert.Equal(asked - 1, Asked(state.With(new AnswerUnknown("processor.socket:CPU 1", "2400"))).Count());
    }
}
