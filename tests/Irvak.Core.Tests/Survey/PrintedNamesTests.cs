using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Survey;

/// <summary>Slots are called as the board calls them. Own definition of how the names are written.</summary>
public sealed class PrintedNamesTests
{
    private static (MachineSheet? Sheet, Core.Contracts.SheetProblem? Problem) Draft(string channels, string? names) =>
        SheetDraft.From(
            new FiveAnswers("Half 2", MemoryGeneration.Ddr4, ModuleForm.Dimm, channels, null, null, null) { SlotNames = names }
        );

    private static string Slots(string channels, string? names) =>
        string.Join(" / ", Draft(channels, names).Sheet!.Channels.Select(c => $"{c.Socket}: {string.Join(", ", c.Slots)}"));

    [Theory]
    [InlineData("2 1", null, "CPU: A1, A2 / CPU: B1")]
    [InlineData("2 1", " ", "CPU: A1, A2 / CPU: B1")]
    [InlineData("2 1", "DIMM_A1 DIMM_A2 DIMM_B1", "CPU: DIMM_A1, DIMM_A2 / CPU: DIMM_B1")]
    [InlineData("1 1", "Memory slot 1, Memory slot 2", "CPU: Memory slot 1 / CPU: Memory slot 2")]
    [InlineData("2 1", "DIMM 1 to 3", "CPU: DIMM 1, DIMM 2 / CPU: DIMM 3")]
    [InlineData("2 1", "1..2, Top", "CPU: 1, 2 / CPU: Top")]
    [InlineData("1 | 1", "PROC 1 DIMM 1 | PROC 2 DIMM 1", null)] // blanks part names where there is neither comma nor row
    [InlineData("1 | 1", "PROC 1 DIMM 1, | PROC 2 DIMM 1,", "CPU 1: PROC 1 DIMM 1 / CPU 2: PROC 2 DIMM 1")]
    [InlineData(
        "2 | 2",
        "PROC 1 DIMM 1 to 2 | PROC 2 DIMM 1 to 2",
        "CPU 1: PROC 1 DIMM 1, PROC 1 DIMM 2 / CPU 2: PROC 2 DIMM 1, PROC 2 DIMM 2"
    )]
    [InlineData("1 | 1", "1 to 2", "CPU 1: 1 / CPU 2: 2")]
    public void Names_go_to_the_slots_in_the_order_of_the_channels(string channels, string? names, string? slots)
    {
        if (slots is null)
            Assert.Equal("/slotNames", Draft(channels, names).Problem!.Path);
        else
            Assert.Equal(slots, Slots(channels, names));
    }

    [Theory]
    [InlineData("2 1", "DIMM 1 to 2", "3 slots, and 2 names.")]
    [InlineData("2 1", "DIMM 1 to 4", "3 slots, and 4 names.")]
    [InlineData("2 | 2", "1 to 2 | 1", "2 slots of processor 2, and 1 name.")]
    [InlineData("2 | 2", "1 to 2 | 3 to 4 | 5", "2 processors, and names for 3: a bar between them.")]
    [InlineData("2 1", "DIMM 3 to 1", "“DIMM 3 to 1” is no row of names: it goes from 3 to 1.")]
    [InlineData("2 1", "DIMM 1 to 129", "“DIMM 1 to 129” is no row of names: it goes from 1 to 129.")]
    public void What_does_not_come_out_even_is_said(string channels, string names, string sentence)
    {
        var (sheet, problem) = Draft(channels, names);
        Assert.Null(sheet);
        Assert.Equal(("/slotNames", sentence), (problem!.Path, problem.Text));
    }

    [Fact]
    public void A_name_that_stands_twice_makes_no_sheet() =>
        Assert.Contains("twice", Draft("2", "A A").Problem!.Text, StringComparison.Ordinal);
}
