using CsCheck;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Memory;

public class MemorySheetTests
{
    [Fact]
    public void Numbers_of_the_ladder_count_usable_slots_only()
    {
        var state = Boards.Job(Boards.Server, "A1");
        state = state with { Found = state.Found.Remove(Place.Socket("CPU 2")), FoundEmpty = state.FoundEmpty.Add(Place.Socket("CPU 2")) };
        var ladder = state.Evaluate().Memory.Ladder;
        Assert.Equal([1, 3, 2, 4], ladder.Where(s => s.Socket == "CPU 1").Select(s => s.Order));
        Assert.All(ladder.Where(s => s.Socket == "CPU 2"), s => Assert.Equal((null, false), (s.Order, s.Usable)));
    }

    [Theory]
    [InlineData(ModuleType.Registered, "on")]
    [InlineData(ModuleType.Unbuffered, "none")]
    public void Error_correction_follows_the_modules(ModuleType type, string ecc) =>
        Assert.Equal(
            ecc,
            Boards
                .Job(Boards.Server with { Memory = Boards.Server.Memory with { Types = null } }, Boards.Module(type: type), "A1")
                .Evaluate()
                .Memory.Planned.Ecc.Words
        );

    [Fact]
    public void One_plain_module_turns_it_off() =>
        Assert.Equal(
            "off, mixed",
            Boards
                .Job(
                    Boards.Server with
                    {
                        Memory = Boards.Server.Memory with { EccMixing = EccMixing.EccOff },
                    },
                    Boards.Module(type: ModuleType.UnbufferedEcc),
                    "A1"
                )
                .With(Boards.Fit("B1", Boards.Module(type: ModuleType.Unbuffered)))
                .Evaluate()
                .Memory.Planned.Ecc.Words
        );

    [Fact]
    public void A_module_of_unknown_type_leaves_it_unknown() =>
        Assert.Equal(
            "not known",
            Boards.Job(Boards.Server, Boards.Module() with { Type = null }, "A1").Evaluate().Memory.Planned.Ecc.Words
        );

    [Fact]
    public void A_module_of_unknown_size_or_rate_throws_nothing_and_limits_what_is_said()
    {
        var evaluation = Boards.Job(Boards.Server, new ModuleSheet(), "A1", "C1").Evaluate();
        Assert.Equal(0, evaluation.Memory.Planned.InstalledMiB);
        Assert.Null(evaluation.Memory.Planned.Rate.RateMTs);
    }

    [Fact]
    public void Exchanging_two_equal_modules_changes_nothing() =>
        Gen.Select(Gen.Int[0, 3], Gen.Int[0, 3])
            .Sample(
                (a, b) =>
                {
                    string[] filled = ["A1", "B1", "C1", "D1"];
                    if (a == b)
                        return;
                    var before = Boards.Job(Boards.Server, filled);
                    Unit first = before.Found[Place.Slot(filled[a])],
                        second = before.Found[Place.Slot(filled[b])];
                    var after = before.With(
                        new RecordFound(
                            new Dictionary<Place, Unit?> { [Place.Slot(filled[a])] = second, [Place.Slot(filled[b])] = first },
                            null,
                            "test"
                        )
                    );
                    Assert.Equal(before.Evaluate().Memory.Planned.Rate.RateMTs, after.Evaluate().Memory.Planned.Rate.RateMTs);
                    Assert.Equal(before.Evaluate().Findings.Select(f => f.Sentence), after.Evaluate().Findings.Select(f => f.Sentence));
                },
                iter: 20
            );

    [Fact]
    public void An_evaluation_is_a_function_of_its_question() =>
        Gen.Int[0, 255]
            .Sample(
                mask =>
                {
                    string[] slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];
                    var state = Boards
                        .Job(Boards.Server, slots.Where((_, i) => (mask >> i & 1) == 1).ToArray())
                        .With(Boards.Fit("A1", Boards.Module(32)));
                    Assert.Equal(state.Evaluate().Findings.Select(f => f.Sentence), state.Evaluate().Findings.Select(f => f.Sentence));
                    Assert.Equal(state.Evaluate().Runbook.Steps.Select(s => s.Title), state.Evaluate().Runbook.Steps.Select(s => s.Title));
                },
                iter: 60
            );

    [Fact]
    public void Only_what_was_so_before_is_called_as_found()
    {
        bool AsFound(JobState state) =>
            state.Evaluate().Findings.First(f => f.Rule.Code == "MEM-CHANNEL" && f.Places.Contains(Place.Slot("B1"))).AsFoundToo;
        Assert.True(AsFound(Boards.Job(Boards.Server, "A1", "C1").With(Boards.Fit("D1"))));
        Assert.False(AsFound(Boards.Job(Boards.Server).With(Boards.Fit("A1"), Boards.Fit("C1"), Boards.Fit("D1"))));
    }
}
