using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>
/// Not known is a value: what is not known of a part or a machine is never taken for right, none, 0 or empty. Definition; the only
/// source is the rule itself.
/// </summary>
public sealed class UnknownTests
{
    /// <summary>
    /// Whatever rule says something of a part that comes in: with the fact taken away on which it rests, the plan does not become
    /// clear of cares about that place. One case for each fact that decides whether a part works.
    /// </summary>
    [Theory]
    [InlineData(nameof(ModuleSheet.Type), ModuleType.Unbuffered)]
    [InlineData(nameof(ModuleSheet.Generation), MemoryGeneration.Ddr3)]
    [InlineData(nameof(ModuleSheet.Form), ModuleForm.SoDimm)]
    public void A_module_that_stops_does_not_pass_when_the_reason_is_forgotten(string fact, object wrong)
    {
        var property = typeof(ModuleSheet).GetProperty(fact)!;
        ModuleSheet With(object? value)
        {
            var module = Boards.Module() with { };
            property.SetValue(module, value);
            return module;
        }
        IEnumerable<Finding> At(ModuleSheet module) =>
            Boards
                .Job(Boards.Server, "A1")
                .With(Boards.Fit("B1", module))
                .Evaluate()
                .Findings.Where(f => f.Places.Contains(Place.Slot("B1")) && f.Severity > Severity.Note);
        Assert.Contains(At(With(wrong)), f => f.Severity == Severity.Stop);
        Assert.Contains(At(With(null)), f => f.Rule.Code == "MEM-UNKNOWN");
        Assert.DoesNotContain(At(Boards.Module()), f => f.Rule.Code == "MEM-UNKNOWN");
    }

    [Theory]
    [InlineData(nameof(DriveSheet.Protocol), DriveProtocol.Nvme)]
    [InlineData(nameof(DriveSheet.Form), "5.25")]
    public void A_drive_that_stops_does_not_pass_either(string fact, object wrong)
    {
        var property = typeof(DriveSheet).GetProperty(fact)!;
        DriveSheet With(object? value)
        {
            var drive = Disk with { };
            property.SetValue(drive, value);
            return drive;
        }
        IEnumerable<Finding> At(DriveSheet drive) =>
            Boards
                .Job(Sheet, "A1")
                .With(new Fit(Place.Bay("1"), new() { Drive = drive, Source = "shelf" }))
                .Evaluate()
                .Findings.Where(f => f.Places.Contains(Place.Bay("1")) && f.Severity > Severity.Note);
        Assert.Contains(At(With(wrong)), f => f.Severity == Severity.Stop);
        Assert.Contains(At(With(null)), f => f.Rule.Code == "DRV-UNKNOWN");
        Assert.Empty(At(Disk));
    }

    [Theory]
    [InlineData(1500, "MEM-VOLT")] // a board of 1.35 V refuses it
    [InlineData(null, "MEM-UNKNOWN")]
    [InlineData(1350, null)]
    public void A_voltage_that_is_not_told_is_no_right_one(int? milliVolt, string? code)
    {
        var board = Boards.Server with
        {
            Memory = Boards.Server.Memory with { Generation = MemoryGeneration.Ddr3, SupplyMilliVolt = 1350 },
        };
        var module = Boards.Module(8, generation: MemoryGeneration.Ddr3, rate: 1600) with { MilliVolt = milliVolt };
        var findings = Boards
            .Job(board, module with { MilliVolt = 1350 }, "A1")
            .With(Boards.Fit("B1", module))
            .Evaluate()
            .Findings.Where(f => f.Rule.Code is "MEM-VOLT" or "MEM-UNKNOWN")
            .Select(f => f.Rule.Code);
        Assert.Equal(code is null ? [] : [code], findings);
    }

    private static readonly MachineSheet One = Boards.Server with
    {
        Sockets = [Boards.Server.Sockets[0]],
        Channels = [.. Boards.Server.Channels.Where(c => c.Socket == Boards.Server.Sockets[0].Id)],
    };

    /// <summary>A machine of which nobody said anything but its sheet.</summary>
    private static readonly JobState Blank = EditFold.Apply(JobState.Start, new AdoptSheet(One), Boards.Stamp);

    [Fact]
    public void A_processor_that_nobody_named_leaves_no_slot_dark()
    {
        var e = Blank.With(Boards.Fit("A1")).Evaluate();
        Assert.All(e.Memory.Ladder, s => Assert.True(s.Usable));
        Assert.DoesNotContain(e.Findings, f => f.Rule.Code is "MEM-DARK" or "LANE-DARK" or "CPU-SOLDERED");
        // One that somebody saw to be missing does.
        Assert.Contains(
            Blank
                .With(
                    new RecordFound(new Dictionary<Place, Builds.Unit?> { [Place.Socket("CPU 1")] = null }, null, "eye"),
                    Boards.Fit("A1")
                )
                .Evaluate()
                .Findings,
            f => f.Rule.Code == "MEM-DARK"
        );
    }

    [Fact]
    public void A_soldered_processor_is_there_without_being_named()
    {
        var soldered = One with
        {
            Sockets = [One.Sockets[0] with { Soldered = true }],
            Slots = [new("S1", 16, 16, 4, "CPU 1")],
            Roots = [new("CPU 1", 16, 4)],
        };
        var e = EditFold
            .Apply(JobState.Start, new AdoptSheet(soldered), Boards.Stamp)
            .With(
                Boards.Fit("A1"),
                new Fit(
                    Place.Card("S1"),
                    new()
                    {
                        Card = new()
                        {
                            Name = "Lumick N",
                            Role = CardRole.Network,
                            Elec = 8,
                            Gen = 3,
                        },
                        Source = "shelf",
                    }
                )
            )
            .Evaluate();
        Assert.DoesNotContain(e.Findings, f => f.Severity == Severity.Stop);
        Assert.Equal(8, e.Lanes.Branches.Single(b => b.Place == Place.Card("S1")).Used);
    }

    [Fact]
    public void Memory_that_nobody_looked_at_is_not_0()
    {
        var e = Blank.Evaluate();
        Assert.Equal("not known", e.Memory.Found.Words);
        foreach (var name in new[] { "Memory", "Memory slots left" })
            Assert.Equal((null, null), e.Ledge.Single(d => d.Name == name) is var d ? (d.Found, d.Planned) : default);
        var some = Blank
            .With(
                new RecordFound(new Dictionary<Place, Builds.Unit?> { [Place.Slot("A1")] = Boards.Unit() }, null, "eye"),
                new SetWish(WishKind.MemoryGiB, 64)
            )
            .Evaluate();
        Assert.Equal("at least 16 GiB", some.Memory.Found.Words);
        Assert.DoesNotContain(some.Findings, f => f.Rule.Code == "AIM-MEMORY");
        Assert.Contains("at least 16 GiB", some.Expectations.Single(x => x.Key == "firmware.total").Expected);
    }

    [Fact]
    public void Lanes_of_a_root_that_nobody_told_are_not_0()
    {
        var sheet = Boards.Server with { Slots = [new("S1", 16, 16, 4, "CPU 1")], Roots = [new("CPU 1")] };
        Assert.Null(Boards.Job(sheet, "A1").Evaluate().Lanes.Left);
        var told = Boards.Job(sheet with { Roots = [new("CPU 1", 16, 4)] }, "A1");
        Assert.Null(told.Evaluate().Lanes.Left);
        Assert.Equal(16, (told with { FoundEmpty = told.FoundEmpty.Add(Place.Card("S1")) }).Evaluate().Lanes.Left);
    }

    [Fact]
    public void A_boot_drive_of_unknown_size_is_not_too_small()
    {
        var life = new Boot.BootPlan([Place.Bay("1")]).LifeOn(Flash with { Bytes = null });
        Assert.Null(life.SpaceYears);
        Assert.StartsWith("Its size is not known", life.Verdict);
        Assert.NotNull(
            new Boot.BootPlan([Place.Bay("1")], BaseGB: 206_768, StagingGB: 393_945, SharedGB: 920_494).LifeOn(Flash).SpaceYears
        );
    }

    /// <summary>No finding of any rule case prints a number or a word for what is null: sentences never hold an empty value, and a hole is
    /// never filled with a bare 0 where the fact is not told.</summary>
    [Fact]
    public void No_sentence_of_any_rule_holds_an_empty_value()
    {
        var cases = RuleCaseTests.Every();
        Assert.All(cases.SelectMany(c => c.Bad.Evaluate(c.Evidence, c.Shelf).Findings), f =>
            Assert.All(f.Values, v =>
                Assert.True(v.Key == "next" || !string.IsNullOrWhiteSpace(v.Value.Words), $"{f.Rule.Code}: {v.Key} in “{f.Sentence}”")
            )
        );
    }
}
