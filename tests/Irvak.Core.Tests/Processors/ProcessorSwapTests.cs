using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Processors;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Processors;

public class ProcessorSwapTests
{
    [Theory] // common practice, no source: how makers count
    [InlineData("1.9", "1.10", -1)]
    [InlineData("2.0", "1.30", 1)]
    [InlineData("F.12", "F.12", 0)]
    [InlineData("1.30", "1.30a", -1)]
    [InlineData("0.97", "1.30", -1)]
    public void Versions_count_by_their_numbers(string a, string b, int order) =>
        Assert.Equal(order, Math.Sign(VersionOrder.Compare(a, b)));

    private static Fit Put(string socket, ProcessorSheet part) =>
        new(Place.Socket(socket), new Builds.Unit { Processor = part, Source = "shelf" });

    private static readonly ProcessorSheet Slower = new()
    {
        Name = "Ostrel S",
        MemoryRateMTs = 2133,
        MemoryTotalGiB = 16,
        MemoryTypes = [ModuleType.Unbuffered],
    };

    [Fact]
    public void Everything_that_hangs_on_a_processor_is_evaluated_with_the_new_part()
    {
        var evaluation = Boards.Job(Boards.Server, Boards.Module(32), "A1", "C1").With(Put("CPU 1", Slower)).Evaluate();
        Assert.Equal(2133, evaluation.Memory.Planned.Rate.RateMTs);
        Assert.Contains(evaluation.Findings, f => f.Rule.Code == "MEM-RATE");
        Assert.Contains(evaluation.Findings, f => f.Rule.Code == "MEM-CPU-TOTAL");
        Assert.Contains(evaluation.Findings, f => f.Rule.Code == "MEM-CPU-TYPE");
    }

    [Fact]
    public void A_second_processor_wakes_its_slots_for_the_order_of_filling()
    {
        var one = Boards.Job(Boards.Server, "A1");
        one = one with { Found = one.Found.Remove(Place.Socket("CPU 2")), FoundEmpty = one.FoundEmpty.Add(Place.Socket("CPU 2")) };
        Assert.All(one.Evaluate().Memory.Ladder.Where(s => s.Socket == "CPU 2"), s => Assert.False(s.Usable));
        Assert.All(one.With(Put("CPU 2", new() { Name = "Ostrel" })).Evaluate().Memory.Ladder, s => Assert.True(s.Usable));
    }

    [Fact]
    public void The_steps_take_the_cooler_off_before_the_processor_and_bring_paste()
    {
        var evaluation = Boards.Job(Boards.Server, "A1").With(Put("CPU 1", Slower with { MemoryTypes = null })).Evaluate();
        var keys = evaluation.Runbook.Steps.Select(s => s.Key).ToList();
        Assert.True(keys.IndexOf("cooler:socket:CPU 1") < keys.IndexOf("out:socket:CPU 1"));
        Assert.True(keys.IndexOf("out:socket:CPU 1") < keys.IndexOf("in:socket:CPU 1"));
        Assert.True(keys.IndexOf("in:socket:CPU 1") < keys.IndexOf("paste:socket:CPU 1"));
        Assert.Contains(evaluation.Shopping.TakeAlong, t => t.Key == "take:paste");
        Assert.Contains(evaluation.Runbook.CameOut, l => l.Place == Place.Socket("CPU 1"));
    }

    [Fact]
    public void Firmware_that_a_part_needs_is_looked_at_before_the_machine_is_off()
    {
        var sheet = Boards.Server with { Processors = [new() { Name = "Ostrel S", Firmware = "1.0" }] };
        var steps = Boards.Job(sheet, "A1").With(Put("CPU 1", Slower with { MemoryTypes = null })).Evaluate().Runbook.Steps;
        Assert.Equal("off:firmware:socket:CPU 1", steps[0].Key);
    }

    [Fact]
    public void Proof_asks_for_the_new_part_the_test_and_the_error_counters()
    {
        var job = Boards.Job(Boards.Server, "A1").With(Put("CPU 1", Slower with { MemoryTypes = null }));
        var lines = job.Evaluate().Expectations;
        Assert.Contains(lines, l => l.Key == "firmware.socket.CPU 1" && l.Expected == "Ostrel S");
        Assert.Contains(lines, l => l.Key == ExpectedMemory.TestKey);
        Assert.Contains(lines, l => l.Key == ExpectedMemory.ErrorsKey);
        LineState State(string key, Observation seen) =>
            Comparison.Of(job.Sheet!, lines, seen, job.Proof.Answers).First(l => l.Expected.Key == key).State;
        Assert.Equal(
            LineState.AsExpected,
            State("firmware.socket.CPU 1", new() { Processors = [new("CPU1", "Ostrel S @ 2.40GHz", true, 1)] })
        );
        Assert.Equal(LineState.Deviates, State("firmware.socket.CPU 1", new() { Processors = [new("CPU1", "Ostrel", true, 1)] }));
        Assert.Equal(LineState.Deviates, State("firmware.socket.CPU 1", new() { Processors = [new("CPU 1", null, false, 1)] }));
        Assert.Equal(
            LineState.Deviates,
            Comparison
                .Of(
                    job.Sheet!,
                    lines,
                    null,
                    job.With(new AnswerLine("firmware.socket.CPU 1", SeenVerdict.Other, "1 old one")).Proof.Answers
                )
                .First(l => l.Expected.Key == "firmware.socket.CPU 1")
                .State
        );
        Assert.Equal(LineState.Deviates, State(ExpectedMemory.ErrorsKey, new() { Faults = [new("EDAC MC0: 1 CE on A1", 3)] }));
        Assert.Equal(LineState.NotLookedAt, State(ExpectedMemory.ErrorsKey, new()));
    }

    [Theory]
    [InlineData(true, "Plug the screen into the card in S4")]
    [InlineData(false, null)] // nothing gives a picture: a finding says so, and no step pretends otherwise
    public void A_screen_whose_outlet_goes_dark_is_plugged_elsewhere(bool card, string? title)
    {
        var sheet = Boards.Server with { Slots = [new("S4", 16, 16, 4, "CPU 1")] };
        var job = Boards.Job(sheet, "A1");
        job = job with
        {
            Found = job.Found.SetItem(
                Place.Socket("CPU 1"),
                new() { Processor = Slower with { MemoryTypes = null, Graphics = true }, Source = "t" }
            ),
        };
        if (card)
            job = job.With(
                new Fit(
                    Place.Card("S4"),
                    new()
                    {
                        Card = new() { Name = "Lumick V", Role = CardRole.Graphics },
                        Source = "t",
                    }
                )
            );
        var steps = job.With(Put("CPU 1", Slower with { MemoryTypes = null, Graphics = false })).Evaluate().Runbook.Steps;
        Assert.Equal(title, steps.FirstOrDefault(s => s.Key == "start:screen")?.Title);
    }
}
