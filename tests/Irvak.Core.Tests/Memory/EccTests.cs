using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Memory;

/// <summary>Source: common practice, no source; the board's own record decides (machine sheet).</summary>
public class EccTests
{
    private static EccState State(MemoryBoard board, ModuleType[] types, bool? processor = null)
    {
        var slots = new[] { "A1", "B1", "C1", "D1" };
        var job = Boards.Job(Boards.Server with { Memory = board }, []);
        for (var i = 0; i < types.Length; i++)
            job = job.With(Boards.Fit(slots[i], Boards.Module(type: types[i])));
        if (processor is { } ecc)
            job = job with
            {
                Found = job.Found.SetItem(
                    Place.Socket("CPU 1"),
                    new()
                    {
                        Processor = new() { Name = "x", Ecc = ecc },
                        Source = "test",
                    }
                ),
            };
        return EccResult.Of(job.Ask().Memory, job.Planned, [.. job.Planned.Modules(job.Sheet!)]).State;
    }

    private static readonly MemoryBoard Silent = Boards.Server.Memory with { Types = null };

    [Fact]
    public void All_with_ECC_follow_board_and_processor()
    {
        Assert.Equal(EccState.On, State(Silent with { EccWorks = true }, [ModuleType.UnbufferedEcc, ModuleType.UnbufferedEcc]));
        Assert.Equal(EccState.Off, State(Silent with { EccWorks = false }, [ModuleType.UnbufferedEcc]));
        Assert.Equal(EccState.Off, State(Silent with { EccWorks = true }, [ModuleType.UnbufferedEcc], processor: false));
        Assert.Equal(EccState.Unknown, State(Silent, [ModuleType.UnbufferedEcc]));
        Assert.Equal(EccState.On, State(Silent, [ModuleType.Registered]));
    }

    [Fact]
    public void Mixed_follows_the_boards_record()
    {
        ModuleType[] mixed = [ModuleType.UnbufferedEcc, ModuleType.Unbuffered];
        Assert.Equal(EccState.Off, State(Silent with { EccMixing = EccMixing.EccOff }, mixed));
        Assert.Equal(EccState.NoStart, State(Silent with { EccMixing = EccMixing.NoStart }, mixed));
        Assert.Equal(EccState.Unknown, State(Silent, mixed));
    }

    [Fact]
    public void Without_the_extra_chips_there_is_none()
    {
        Assert.Equal(EccState.None, State(Silent with { EccWorks = true }, [ModuleType.Unbuffered]));
        Assert.Equal(EccState.None, State(Silent, []));
    }

    private static (EccState, string) Seen(MemoryBoard board, params (string Slot, ModuleType? Type)[] slots)
    {
        var job = EditFold.Apply(JobState.Start, new AdoptSheet(Boards.Server with { Memory = board }), Boards.Stamp);
        var places = slots.ToDictionary(s => Place.Slot(s.Slot), s => s.Type is { } type ? Boards.Unit(Boards.Module(type: type)) : null);
        places[Place.Socket("CPU 1")] = places[Place.Socket("CPU 2")] = new()
        {
            Processor = new() { Name = "x" },
            Source = "test",
        };
        job = EditFold.Apply(job, new RecordFound(places, new SystemFacts(), "test"), Boards.Stamp);
        var ecc = EccResult.Of(job.Ask().Memory, job.Planned, [.. job.Planned.Modules(job.Sheet!)]);
        return (ecc.State, ecc.Words);
    }

    [Fact]
    public void A_slot_that_nobody_looked_at_may_hold_a_module_of_the_other_kind()
    {
        string[] slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];
        (string, ModuleType?)[] All(ModuleType first) => [.. slots.Select((s, i) => (s, i == 0 ? first : (ModuleType?)null))];
        var works = Silent with { EccWorks = true };
        Assert.Equal((EccState.On, "on"), Seen(works, All(ModuleType.Registered)));
        Assert.Equal((EccState.Unknown, "not known, slots not looked at"), Seen(works, All(ModuleType.Registered)[..7]));
        Assert.Equal((EccState.None, "none"), Seen(works, All(ModuleType.Unbuffered)));
        Assert.Equal((EccState.Unknown, "not known, slots not looked at"), Seen(works, All(ModuleType.Unbuffered)[..7]));
        Assert.Equal((EccState.Unknown, "not known"), Seen(works));
        // A board that does not use the code uses it with no other module either.
        Assert.Equal(EccState.Off, Seen(works with { EccWorks = false }, All(ModuleType.Registered)[..7]).Item1);
    }
}
