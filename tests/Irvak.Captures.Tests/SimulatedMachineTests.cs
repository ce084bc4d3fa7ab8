using System.Collections.Immutable;
using CsCheck;
using Irvak.Captures.Simulated;
using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Captures.Tests;

public class SimulatedMachineTests
{
    private static readonly FirmwareFacts Facts = new("1.0", "01/01/2026", "S-1", "A");
    private static readonly string[] Slots = ["A1", "A2", "B1", "B2", "C1", "C2"];

    internal static readonly MachineSheet Sheet = new()
    {
        Id = "sim",
        Maker = "Brannick",
        Name = "Simulated",
        Sockets = [new("CPU 1")],
        Channels = [new("A", "CPU 1", ["A1", "A2"]), new("B", "CPU 1", ["B1", "B2"]), new("C", "CPU 1", ["C1", "C2"])],
        Memory = new()
        {
            Generation = MemoryGeneration.Ddr4,
            Form = ModuleForm.Dimm,
            Types = [ModuleType.Registered],
            TotalLimitGiB = 768,
            Rates = [new(null, null, 1, 2666), new(null, null, 2, 2400)],
            ReservedMiB = 0,
        },
    };

    internal static Question Filled(params string[] slots) => Of(slots.Select((s, i) => (s, Module(16, i))));

    private static Unit Module(int gib, int serial) =>
        new()
        {
            Module = new()
            {
                Maker = "Maristone",
                PartNumber = "MA-1",
                Generation = MemoryGeneration.Ddr4,
                Form = ModuleForm.Dimm,
                Type = ModuleType.Registered,
                CapacityMiB = gib * 1024,
                Ranks = 2,
                RateMTs = 2666,
            },
            Serial = $"MS{serial:X6}",
            Source = "test",
        };

    private static Question Of(IEnumerable<(string Slot, Unit Unit)> modules)
    {
        var units = modules
            .ToImmutableSortedDictionary(m => Place.Slot(m.Slot), m => m.Unit)
            .Add(
                Place.Socket("CPU 1"),
                new Unit
                {
                    Processor = new() { Name = "Ostrel 8c", MemoryRateMTs = 2666 },
                    Source = "test",
                }
            );
        return Question.Of(
            new PlanInput(
                Sheet,
                new Build(units),
                new Build(units),
                [],
                Policy.FieldProven,
                EvidenceBook.Empty,
                new SystemFacts { OsBits = 64 },
                ShelfBook.Empty
            )
        );
    }

    private static IReadOnlyList<ComparedLine> Prove(Question q, params Fault[] faults)
    {
        var machine = new SimulatedMachine(q, Facts, faults);
        var reading = CaptureReader.Read(machine.FirmwareListing() + machine.SystemMemory());
        Assert.False(reading.CutOff);
        return Comparison.Of(Sheet, Evaluation.Evaluate(q).Expectations, reading.Seen, ImmutableDictionary<string, SeenAnswer>.Empty);
    }

    [Fact]
    public void Reading_what_it_writes_gives_back_the_build() =>
        Gen.Select(Gen.Int[0, 63], Gen.Int[0, 3].Array[6])
            .Sample(
                (mask, sizes) =>
                {
                    var q = Of(Slots.Where((_, i) => (mask >> i & 1) == 1).Select((s, i) => (s, Module(8 << sizes[i], i))));
                    var reading = CaptureReader.Read(new SimulatedMachine(q, Facts).FirmwareListing());
                    Assert.Equal(reading.Lines, reading.Used);
                    var found = AsFound.From(Sheet, reading.Seen, "listing").Places;
                    Assert.Equal(1 + Slots.Length, found.Count);
                    foreach (var slot in Slots)
                    {
                        var (was, now) = (q.Machine.Found.At(Place.Slot(slot)), found[Place.Slot(slot)]);
                        Assert.Equal((was?.Module, was?.Serial), (now?.Module, now?.Serial));
                    }
                },
                iter: 120
            );

    [Fact]
    public void Without_a_fault_every_expectation_is_met() =>
        Gen.Int[1, 63]
            .Sample(
                mask =>
                    Assert.All(Prove(Filled([.. Slots.Where((_, i) => (mask >> i & 1) == 1)])), l =>
                        Assert.True(l.State == LineState.AsExpected, $"{l.Expected.Key}: {l.Seen} for {l.Expected.Expected}")
                    ),
                iter: 63
            );

    public static TheoryData<string, string> Faults =>
        new()
        {
            { "channel", "channel-missing" },
            { "module", "module-missing" },
            { "rate", "rate-low" },
            { "total", "os-total-low" },
        };

    [Theory]
    [MemberData(nameof(Faults))]
    public void A_fault_gives_exactly_its_own_explanation(string fault, string pattern)
    {
        Fault injected = fault switch
        {
            "channel" => new Fault.ChannelDead("B"),
            "module" => new Fault.ModuleNotSeated("B2"),
            "rate" => new Fault.LowerRate(2133),
            _ => new Fault.MemoryNotRemapped(2048),
        };
        var q = Filled(Slots);
        var explanations = Diagnosis.Of(Sheet, q.Machine.Planned, Prove(q, injected));
        Assert.Equal(pattern, Assert.Single(explanations).Pattern);
    }

    public static TheoryData<string?, string?, string?, string?> ErrorFaults =>
        new()
        {
            { null, null, null, null },
            { "counted", "errors-counted", "The error counters show 40 corrected, 0 uncorrected, most at [[slot:B2]].", "[[slot:B2]]" },
            { "test", "test-errors", "The memory test found 3 errors at Bit Flip.", "halving" },
        };

    [Theory]
    [MemberData(nameof(ErrorFaults))]
    public void Counted_errors_and_a_failed_test_are_lines_of_proof(string? fault, string? pattern, string? sentence, string? action)
    {
        var whole = Filled(Slots);
        var found = whole.Machine.Found.Without(Place.Slot("B2"));
        var q = Question.Of(
            new PlanInput(
                Sheet,
                found,
                whole.Machine.Planned,
                [new Change(Place.Slot("B2"), null, whole.Machine.Planned.At(Place.Slot("B2")), null, null)],
                Policy.FieldProven,
                EvidenceBook.Empty,
                whole.Machine.System,
                whole.Machine.Shelf
            )
        );
        var faults = fault switch
        {
            null => Array.Empty<Fault>(),
            "counted" => [new Fault.ErrorsCounted("B2", 40, 0)],
            _ => [new Fault.TestFails("Bit Flip", 3)],
        };
        var machine = new SimulatedMachine(q, Facts, faults);
        var seen = CaptureReader
            .Read(machine.FirmwareListing() + machine.SystemMemory() + machine.Errors.Counters() + "\n" + machine.Errors.Test())
            .Seen;
        var lines = Comparison.Of(Sheet, Evaluation.Evaluate(q).Expectations, seen, ImmutableDictionary<string, SeenAnswer>.Empty);
        Assert.Equal(fault is null ? 0 : 1, lines.Count(l => l.State == LineState.Deviates));
        Assert.DoesNotContain(lines, l => l.State == LineState.NotLookedAt);
        Assert.Equal(
            (pattern, sentence),
            Diagnosis.Of(Sheet, q.Machine.Planned, lines, seen) is [var only] ? (only.Pattern, only.Sentence) : (null, null)
        );
        if (action is not null)
            Assert.Contains(action, Diagnosis.Of(Sheet, q.Machine.Planned, lines, seen)[0].NextAction);
    }
}
