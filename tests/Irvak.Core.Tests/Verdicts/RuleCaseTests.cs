using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>One case for every rule: a plan where it applies, with the exact sentence, and a neighbour where it must not.</summary>
public class RuleCaseTests
{
    private sealed record Case(string Code, Severity Severity, string Sentence, JobState Bad, JobState Good, EvidenceBook? Evidence = null, params ShelfPart[] Shelf);

    private static MachineSheet Mixing(EccMixing mixing) => Boards.Server with
    {
        Memory = Boards.Server.Memory with { Types = [ModuleType.Unbuffered, ModuleType.UnbufferedEcc], EccMixing = mixing },
    };

    private static readonly ModuleSheet Ecc = Boards.Module(type: ModuleType.UnbufferedEcc);
    private static readonly ModuleSheet Plain = Boards.Module(type: ModuleType.Unbuffered);
    private static readonly ShelfPart Part = new() { Id = "part", Module = Boards.Module(), InStock = 1, PriceEur = 100 };

    private static JobState Without2(JobState state) => state with { Found = state.Found.Remove("socket:CPU 2"), FoundEmpty = state.FoundEmpty.Add("socket:CPU 2") };

    private static JobState Cpu(JobState state, int gib) => state with
    {
        Found = state.Found.SetItem("socket:CPU 1", new() { Processor = new() { Name = "small", MemoryRateMTs = 2666, MemoryTotalGiB = gib }, Source = "test" }),
    };

    private static JobState Bits(JobState state, int bits) => state with { System = state.System with { OsBits = bits } };

    private static readonly JobState Two = Boards.Job(Boards.Server, "A1", "C1");
    private static readonly JobState Four = Boards.Job(Boards.Server, "A1", "B1", "C1", "D1");

    private static readonly Case[] Cases =
    [
        new("MEM-GEN", Severity.Stop, "[[slot:B1]] is DDR3; the board takes DDR4.",
            Two.With(Boards.Fit("B1", Boards.Module(generation: MemoryGeneration.Ddr3, rate: 1866))), Two.With(Boards.Fit("B1"))),
        new("MEM-FORM", Severity.Stop, "[[slot:B1]] holds a SO-DIMM; the slot is for a DIMM.",
            Two.With(Boards.Fit("B1", Boards.Module(form: ModuleForm.SoDimm))), Two.With(Boards.Fit("B1"))),
        new("MEM-TYPE", Severity.Stop, "[[slot:B1]] is unbuffered; the board takes registered and load-reduced.",
            Two.With(Boards.Fit("B1", Plain)), Two.With(Boards.Fit("B1"))),
        new("MEM-KIND", Severity.Stop, "[[slot:B1]] is load-reduced, the rest is registered. The machine does not start with both.",
            Two.With(Boards.Fit("B1", Boards.Module(type: ModuleType.LoadReduced))), Two.With(Boards.Fit("B1"))),
        new("MEM-ECC", Severity.Care, "With [[slot:B1]] the error correction of the machine is off.",
            Boards.Job(Mixing(EccMixing.EccOff), Ecc, "A1").With(Boards.Fit("B1", Plain)), Boards.Job(Mixing(EccMixing.EccOff), Ecc, "A1").With(Boards.Fit("B1", Ecc))),
        new("MEM-ECC-START", Severity.Stop, "With [[slot:B1]] the machine does not start: this board refuses modules with and without ECC together.",
            Boards.Job(Mixing(EccMixing.NoStart), Ecc, "A1").With(Boards.Fit("B1", Plain)), Boards.Job(Mixing(EccMixing.NoStart), Plain, "A1").With(Boards.Fit("B1", Plain))),
        new("MEM-DARK", Severity.Stop, "[[slot:C1]] stays dark until [[socket:CPU 2]] is filled.",
            Without2(Boards.Job(Boards.Server, "A1")).With(Boards.Fit("C1")), Boards.Job(Boards.Server, "A1").With(Boards.Fit("C1"))),
        new("MEM-LABEL", Severity.Care, "[[slot:B1]] can't be what it says: 16 GB registered DDR4-2666, 3Rx8 would need chips of 5.333 Gbit, which do not exist in DDR4.",
            Two.With(Boards.Fit("B1", Boards.Module() with { Ranks = 3, DeviceWidth = 8 })), Two.With(Boards.Fit("B1"))),
        new("MEM-SLOT", Severity.Care, "64 GiB a module in [[slot:B1]]: the sheet ends at 32 GiB a slot, 1 of 1 worked.",
            Two.With(Boards.Fit("B1", Boards.Module(64))), Two.With(Boards.Fit("B1", Boards.Module(32))), new EvidenceBook([Boards.Tried(64, Outcome.Works)])),
        new("MEM-TOTAL", Severity.Care, "288 GiB is more than the sheet's 256 GiB, nobody has logged it.",
            Boards.Job(Boards.Server, Boards.Module(32), "A1", "A2", "B1", "B2", "C1", "C2", "D1").With(Boards.Fit("D2", Boards.Module(64))),
            Boards.Job(Boards.Server, Boards.Module(32), "A1", "A2", "B1", "B2", "C1", "C2", "D1").With(Boards.Fit("D2", Boards.Module(32)))),
        new("MEM-CPU-TOTAL", Severity.Stop, "[[socket:CPU 1]] addresses 16 GiB; 32 GiB hang on it.", Cpu(Two, 16).With(Boards.Fit("B1")), Cpu(Two, 32).With(Boards.Fit("B1"))),
        new("MEM-WARRANTY", Severity.Note, "One module is off the maker's list: support may ask to see the fault without it.",
            Two.With(Boards.Fit("B1", Boards.Module(64))), Two.With(Boards.Fit("B1", Boards.Module(32)))),
        new("MEM-FILL", Severity.Care, "[[slot:B2]] is filled before [[slot:B1]], the first slot of channel B.", Two.With(Boards.Fit("B2")), Two.With(Boards.Fit("B1"))),
        new("MEM-RATE", Severity.Care, "Memory slows from 2666 to 2400 MT/s: the board (2 in a channel) sets the pace.", Four.With(Boards.Fit("A2")), Two.With(Boards.Fit("B1"))),
        new("MEM-CLOCK", Severity.Note, "The new modules clock down from 2933 to 2666 MT/s.", Two.With(Boards.Fit("B1", Boards.Module(rate: 2933))), Two.With(Boards.Fit("B1"))),
        new("MEM-RATE-BAND", Severity.Care, "The rate is not known: 1866 to 2666 MT/s. The sheet has no table for 2 modules in a channel.",
            Boards.Job(Boards.Server with { Memory = Boards.Server.Memory with { Rates = [new(null, null, 1, 2666)] } }, "A1", "C1").With(Boards.Fit("A2")), Two.With(Boards.Fit("A2"))),
        new("MEM-CHANNEL", Severity.Care, "[[socket:CPU 1]] leaves 1 of 2 channels empty: at most 50 % of its bandwidth.", Boards.Job(Boards.Server, "A1", "C1", "D1").With(Boards.Fit("A2")), Four.With(Boards.Fit("A2"))),
        new("MEM-UNEVEN", Severity.Note, "33 % of the memory on [[socket:CPU 1]] runs on fewer channels than it could.", Four.With(Boards.Fit("A2")), Four.With(Boards.Fit("A2"), Boards.Fit("B2"))),
        new("MEM-OS32", Severity.Care, "The installed 32-bit system sees 48 GiB and uses at most 4 GiB.", Bits(Two, 32).With(Boards.Fit("B1")), Bits(Two, 64).With(Boards.Fit("B1"))),
        new("MEM-CODE", Severity.Note, "Modules of Halmund and Maristone run together; faults are harder to place.",
            Two.With(Boards.Fit("B1", Boards.Module() with { Maker = "Halmund" })), Two.With(Boards.Fit("B1"))),
        new("MEM-MIX", Severity.Note, "16 GB 2Rx8 and 32 GB 2Rx4 stand side by side; each channel works at what its modules share.",
            Two.With(Boards.Fit("B1", Boards.Module(32))), Two.With(Boards.Fit("B1"))),
        new("AIM-MEMORY", Severity.Care, "48 GiB of memory, 16 GiB short of the wish for 64 GiB.", Two.With(new SetWish(WishKind.MemoryGiB, 64), Boards.Fit("B1")), Two.With(new SetWish(WishKind.MemoryGiB, 48), Boards.Fit("B1"))),
        new("AIM-MONEY", Severity.Care, "The parts cost € 200, € 50 over the limit of € 150.",
            Two.With(new SetWish(WishKind.MoneyLimitEur, 150), Boards.Fit("B1", shelf: "part"), Boards.Fit("D1", shelf: "part")), Two.With(new SetWish(WishKind.MoneyLimitEur, 150), Boards.Fit("B1", shelf: "part")), null, Part),
        new("SHELF-SHORT", Severity.Note, "1 of 16 GB registered DDR4-2666, 2Rx8 to order: the shelf holds 1.",
            Two.With(Boards.Fit("B1", shelf: "part"), Boards.Fit("D1", shelf: "part")), Two.With(Boards.Fit("B1", shelf: "part")), null, Part),
    ];

    public static TheoryData<string> Codes => [.. Cases.Select(c => c.Code)];

    [Theory]
    [MemberData(nameof(Codes))]
    public void The_rule_applies_where_it_should_and_says_so(string code)
    {
        var c = Cases.Single(x => x.Code == code);
        var finding = Assert.Single(c.Bad.Evaluate(c.Evidence, c.Shelf).Findings, f => f.Rule.Code == code);
        Assert.Equal(c.Sentence, finding.Sentence);
        Assert.Equal(c.Severity, finding.Severity);
    }

    [Theory]
    [MemberData(nameof(Codes))]
    public void The_rule_is_silent_beside_it(string code)
    {
        var c = Cases.Single(x => x.Code == code);
        Assert.DoesNotContain(c.Good.Evaluate(c.Evidence, c.Shelf).Findings, f => f.Rule.Code == code);
    }

    [Fact]
    public void Every_rule_of_the_register_has_a_case() => Assert.Equal(RuleRegister.All.Select(r => r.Code).Order(), Cases.Select(c => c.Code).Order());
}
