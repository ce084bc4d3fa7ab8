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

    /// <summary>What of a part off every list is not told is named; what is told is not, and a listed part is answered for.</summary>
    [Theory] // definition: not known is not the same as right
    [InlineData(null, null, null, null, false, "both sockets, its heat and what board and cooler carry and which processors")]
    [InlineData(
        "S1",
        null,
        65,
        null,
        false,
        "the board’s socket, what heat board and cooler carry (it gives off 65 W) and which processors"
    )]
    [InlineData(null, "S1", null, 65, true, "its socket and its heat (board and cooler carry 65 W) are not told")]
    [InlineData("S1", "S1", 65, 65, false, "which processors the board’s firmware knows is not told")]
    [InlineData("S1", "S1", 65, 65, true, null)]
    public void What_of_a_processor_nobody_told_is_said(string? its, string? board, int? watt, int? limit, bool list, string? words)
    {
        var sheet = Boards.Server with
        {
            Sockets = [new("CPU 1", Family: board, WattLimit: limit), new("CPU 2")],
            Processors = list ? [new() { Name = "Ostrel" }] : [],
        };
        var said = Boards
            .Job(sheet, "A1")
            .With(
                Put(
                    "CPU 1",
                    new()
                    {
                        Name = "Ostrel Q",
                        Socket = its,
                        Watt = watt,
                    }
                )
            )
            .Evaluate()
            .Findings.FirstOrDefault(f => f.Rule == ProcessorFit.NotTold)
            ?.Sentence;
        if (words is null)
            Assert.Null(said);
        else
            Assert.Contains(words, said);
        Assert.DoesNotContain(
            Boards
                .Job(sheet with { Processors = [new() { Name = "Ostrel Q" }] }, "A1")
                .With(Put("CPU 1", new() { Name = "Ostrel Q" }))
                .Evaluate()
                .Findings,
            f => f.Rule == ProcessorFit.NotTold
        );
    }

    [Fact]
    public void Where_nobody_looked_at_the_modules_the_processor_must_show_itself_all_the_same()
    {
        var dark = Boards.Job(Boards.Server) with { FoundEmpty = [] };
        var lines = dark.With(Put("CPU 1", new() { Name = "Ostrel Q" })).Evaluate().Expectations;
        Assert.Equal("Ostrel Q", Assert.Single(lines, l => l.Key == ExpectedMemory.SocketKey("CPU 1")).Expected);
        Assert.Contains(lines, l => l.Key == ExpectedMemory.TestKey);
        Assert.DoesNotContain(lines, l => l.Key == ExpectedMemory.TotalKey);
    }
}
