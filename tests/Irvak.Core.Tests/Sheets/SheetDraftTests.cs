using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Sheets;

public class SheetDraftTests
{
    [Fact]
    public void Five_answers_make_a_board_of_unequal_channels_usable()
    {
        var (sheet, problem) = SheetDraft.From(
            new FiveAnswers("Lighthouse box", MemoryGeneration.Ddr4, ModuleForm.Dimm, "2 2 1 1", [ModuleType.Registered], 2666, 192)
        );
        Assert.Null(problem);
        // channels with fewer slots first (common practice, no source)
        Assert.Equal(["C1", "D1", "A1", "B1", "A2", "B2"], FillOrder.Of(sheet!));
        var unknown = UnknownRegister.Of(JobState.Start with { Sheet = sheet }).Select(u => u.Path);
        Assert.Contains("memory.slotLimitGiB", unknown);
        Assert.DoesNotContain("memory.rateLimitMTs", unknown);
    }

    [Fact]
    public void What_is_not_answered_stays_unknown_and_blocks_only_what_depends_on_it()
    {
        var (sheet, _) = SheetDraft.From(new FiveAnswers("Box", null, null, "1 1", null, null, null));
        var state = Boards.Job(sheet! with { Id = "x" }, "A1");
        Assert.Equal(16 * 1024, state.Evaluate().Memory.Planned.InstalledMiB);
        Assert.Equal(
            [
                "memory.generation",
                "memory.form",
                "memory.types",
                "memory.rateLimitMTs",
                "memory.slotLimitGiB",
                "memory.totalLimitGiB",
                "system.osKind",
            ],
            UnknownRegister.Of(state).Where(u => !u.Optional).Select(u => u.Path)
        );
    }

    [Theory]
    [InlineData("11", "For 2 channels write 1 1.")]
    [InlineData("144", "For 3 channels write 1 4 4.")]
    [InlineData("15", null)] // no channel has five: nobody knows what was meant
    [InlineData("5", null)]
    public void Channels_without_a_space_are_told_how_to_stand_apart(string channels, string? told)
    {
        var sentence = SheetDraft.From(new FiveAnswers("Box", null, null, channels, null, null, null)).Problem!.Text;
        if (told is null)
            Assert.DoesNotContain("write", sentence);
        else
            Assert.EndsWith(told, sentence);
    }

    [Theory]
    [InlineData("", "1", "/name")]
    [InlineData("Box", "", "/channels")]
    [InlineData("Box", "2 two", "/channels")]
    [InlineData("Box", "9", "/channels")]
    [InlineData("Box", "1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1 1", "/channels")]
    public void Slots_that_cannot_be_read_are_refused_with_a_path(string name, string channels, string path) =>
        Assert.Equal(path, SheetDraft.From(new FiveAnswers(name, null, null, channels, null, null, null)).Problem!.Path);

    [Theory]
    [InlineData("ChannelA-DIMM0", "BANK 0", null, "A", 1)] // habits of firmware writers; common practice, no source
    [InlineData("CPU1_DIMM_B2", "", 1, "B", 2)]
    [InlineData("P2-DIMMC1", "", 2, "C", 1)]
    [InlineData("PROC 1 DIMM 2A", "", 1, "A", null)]
    [InlineData("DIMM 1", "P0 CHANNEL B", 1, "B", 2)]
    [InlineData("DIMM_A2", "", null, "A", 2)]
    [InlineData("D1", "", null, "D", 1)]
    [InlineData("DIMM3", "BANK 0", null, null, null)]
    public void Locators_tell_what_they_tell(string locator, string bank, int? socket, string? channel, int? index) =>
        Assert.Equal(new LocatorParts(socket, channel, index), LocatorName.Read(new SeenDevice { Locator = locator, Bank = bank }));

    [Fact]
    public void A_sheet_with_doubled_names_or_strange_sockets_is_refused_with_paths()
    {
        var sheet = Boards.Server with { Channels = [new("A", "CPU 1", ["A1", "A1"]), new("B", "CPU 9", [])] };
        Assert.Equal(["/channels/0/slots/1", "/channels/1/socket", "/channels/1/slots"], SheetCheck.Check(sheet).Select(p => p.Path));
    }

    [Fact]
    public void Zero_channels_and_a_foreign_fill_order_are_refused() =>
        Assert.Equal(
            ["/channels", "/memory/fillOrder/0"],
            SheetCheck
                .Check(Boards.Server with { Channels = [], Memory = Boards.Server.Memory with { FillOrder = ["Z1"] } })
                .Select(p => p.Path)
        );
}
