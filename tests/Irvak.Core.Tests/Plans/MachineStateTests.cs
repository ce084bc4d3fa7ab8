using Irvak.Core.Builds;
using Irvak.Core.Places;

namespace Irvak.Core.Tests.Plans;

/// <summary>The machine as found and as it is to be are put together once, and never for other places than those of the state.
/// Definition, no source.</summary>
public class MachineStateTests
{
    private static readonly Place A1 = Place.Slot("A1"),
        B1 = Place.Slot("B1"),
        Cpu = Place.Socket("CPU 1");

    private static readonly Unit Small = new() { Module = Boards.Module(8), Source = "test" },
        Large = new() { Module = Boards.Module(32), Source = "test" };

    private static MachineState State() =>
        new()
        {
            Sheet = Boards.Server,
            Found = Build.Empty.Units.Add(A1, Small),
            Plan = new MachineState().Plan.Add(B1, new PlannedPlace(Large)),
        };

    [Fact]
    public void Asked_again_they_are_the_same_and_say_nothing_of_whether_states_are_equal()
    {
        var state = State();
        var copy = state with { };
        Assert.Same(state.Planned, state.Planned);
        Assert.Same(state.AsFound, state.AsFound);
        Assert.Equal(copy, state);
        Assert.Equal(copy.GetHashCode(), state.GetHashCode());
        Assert.Equal((Small, Large), (state.Planned.At(A1), state.Planned.At(B1)));
        Assert.Equal((Small, null), (state.AsFound.At(A1), state.AsFound.At(B1)));
    }

    [Fact]
    public void A_copy_with_other_places_has_other_builds()
    {
        var state = State();
        Assert.NotNull(state.Planned.At(B1));
        Assert.Null((state with { Plan = state.Plan.Clear() }).Planned.At(B1));
        Assert.Equal(Large, (state with { Found = state.Found.SetItem(A1, Large) }).Planned.At(A1));
        Assert.True(state.AsFound.HasProcessor(Cpu.Name));
        Assert.False((state with { FoundEmpty = [Cpu] }).AsFound.HasProcessor(Cpu.Name));
        Assert.False((state with { Sheet = null }).AsFound.HasProcessor(Cpu.Name));
    }

    [Fact]
    public void A_place_is_to_hold_what_the_plan_says_else_what_was_found()
    {
        var state = State();
        Assert.Equal(Small, state.PlannedAt(A1));
        Assert.Equal(Large, state.PlannedAt(B1));
        Assert.Null(state.PlannedAt(Place.Slot("A2")));
        Assert.Null((state with { Plan = state.Plan.Add(A1, new PlannedPlace(null)) }).PlannedAt(A1));
    }
}
