using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>One cause at many places is one finding, in words for many; definition, no source outside.</summary>
public class JoinedTests
{
    private static IReadOnlyList<Finding> Of(JobState state, string code) => [.. state.Evaluate().Findings.Where(f => f.Rule.Code == code)];

    private static string Said(JobState state, string code) => Assert.Single(Of(state, code)).Sentence;

    private static JobState Filled(ModuleSheet module, params string[] slots) =>
        Boards.Job(Boards.Server, []).With([.. slots.Select(s => (Edit)Boards.Fit(s, module))]);

    private static readonly ModuleSheet Old = Boards.Module(8, generation: MemoryGeneration.Ddr3, rate: 1600);

    [Fact]
    public void What_is_said_once_of_two_channels_shows_what_went_in_of_both()
    {
        ModuleSheet Wide(int width) => Boards.Module() with { DeviceWidth = width };
        var job = Boards
            .Job(Boards.Server)
            .With(Boards.Fit("A1", Wide(8)), Boards.Fit("A2", Wide(4)), Boards.Fit("C1", Wide(8)), Boards.Fit("C2", Wide(4)));
        var said = Assert.Single(Of(job, "MEM-WIDTH"));
        Assert.Equal(4, said.Places.Count);
        Assert.Equal(["A1", "A2", "C1", "C2"], said.Why!.Lines.Select(l => l.Formula));
    }

    [Fact]
    public void Modules_of_another_generation_are_said_once()
    {
        Assert.Equal("[[slot:A1]] is DDR3; the board takes DDR4.", Said(Filled(Old, "A1"), "MEM-GEN"));
        Assert.Equal("[[slot:A1]] and [[slot:B1]] are DDR3; the board takes DDR4.", Said(Filled(Old, "A1", "B1"), "MEM-GEN"));
        var all = Assert.Single(Of(Filled(Old, "A1", "B1", "C1", "D1", "A2", "B2", "C2", "D2"), "MEM-GEN"));
        Assert.Equal(8, all.Places.Count);
        Assert.Contains("(8 places) are DDR3", all.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Channels_filled_in_the_wrong_order_are_said_once_with_their_slots() =>
        Assert.Equal(
            "[[slot:A2]] and [[slot:B2]] are filled before [[slot:A1]] and [[slot:B1]], the first slots of channels A and B.",
            Said(Filled(Boards.Module(), "A2", "B2"), "MEM-FILL")
        );

    [Fact]
    public void What_is_not_known_of_several_modules_is_said_once() =>
        Assert.Equal(
            "Whether the modules for [[slot:A1]] and [[slot:B1]] work here is not known: their type is not told.",
            Said(Filled(Boards.Module() with { Type = null }, "A1", "B1"), "MEM-UNKNOWN")
        );

    [Fact]
    public void Other_words_stay_apart()
    {
        var state = Filled(Old, "A1").With(Boards.Fit("B1", Boards.Module(8, generation: MemoryGeneration.Ddr5, rate: 4800)));
        Assert.Equal(
            ["[[slot:A1]] is DDR3; the board takes DDR4.", "[[slot:B1]] is DDR5; the board takes DDR4."],
            Of(state, "MEM-GEN").Select(f => f.Sentence).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void What_was_so_before_is_not_joined_with_what_the_plan_brings()
    {
        var state = Boards.Job(Boards.Server, Old, "A1", "B1").With(Boards.Fit("C1", Old), Boards.Fit("D1", Old));
        Assert.Equal(
            [(false, "slot:C1, slot:D1"), (true, "slot:A1, slot:B1")],
            Of(state, "MEM-GEN").Select(f => (f.AsFoundToo, string.Join(", ", f.Places)))
        );
    }
}
