using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Plans;

/// <summary>The memory of a plan in one edit.</summary>
public class ArrangementTests
{
    private static readonly string[] Slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];

    private static Arrange All(params (string Slot, Arranged Put)[] put) =>
        new(Slots.ToDictionary(s => Place.Slot(s), s => (Arranged?)put.FirstOrDefault(p => p.Slot == s).Put), "arranges");

    private static readonly JobState Two = Boards.Job(Boards.Server, "A1", "A2");

    [Fact]
    public void Modules_change_places_even_in_a_ring()
    {
        var state = Two.With(
                new RecordFound(
                    new Dictionary<Place, Builds.Unit?>
                    {
                        [Place.Slot("A1")] = Boards.Unit() with { Serial = "one" },
                        [Place.Slot("A2")] = Boards.Unit() with { Serial = "two" },
                    },
                    null,
                    "test"
                )
            )
            .With(All(("A1", new(Place.Slot("A2"))), ("A2", new(Place.Slot("A1")))));
        Assert.Equal(("two", "one"), (state.Planned.At(Place.Slot("A1"))!.Serial, state.Planned.At(Place.Slot("A2"))!.Serial));
        Assert.All(state.Changes(), c => Assert.NotNull(c.MovedFrom));
    }

    [Fact]
    public void What_stays_is_no_change_and_what_is_not_named_goes_out()
    {
        var state = Two.With(All(("A1", new(Place.Slot("A1")))));
        var change = Assert.Single(state.Changes());
        Assert.Equal((Place.Slot("A2"), true), (change.Place, change.TakesPart));
    }

    [Fact]
    public void It_replaces_what_the_plan_said_of_memory_before()
    {
        var state = Two.With(Boards.Fit("B1"), new Move(Place.Slot("A2"), Place.Slot("C1")))
            .With(All(("A1", new(Place.Slot("A1"))), ("D1", new(Place.Slot("A2")))));
        Assert.Equal([Place.Slot("A2"), Place.Slot("D1")], state.Changes().Select(c => c.Place));
    }

    [Fact]
    public void Parts_come_in_beside_found_ones()
    {
        var state = Two.With(All(("A1", new(Place.Slot("A1"))), ("B1", new(Place.Slot("A2"))), ("C1", new(null, Boards.Unit()))));
        Assert.Equal(3 * 16 * 1024, state.Planned.InstalledMiB);
        Assert.Single(state.Changes(), c => c.BringsPart);
    }

    [Theory]
    [InlineData("slot:A1", "slot:B2", "No module was found in B2.")]
    [InlineData("slot:Z9", "slot:A1", "slot:Z9 is no memory slot of Server.")]
    [InlineData("socket:CPU 1", "slot:A1", "socket:CPU 1 is no memory slot of Server.")]
    public void What_can_not_be_is_refused_with_a_path(string place, string from, string sentence)
    {
        var places = All().Places.ToDictionary(p => p.Key, p => p.Value);
        places[Place.Parse(place)] = new Arranged(Place.Parse(from));
        var problem = EditFold.Refusal(Two, new Arrange(places, "x"))!;
        Assert.StartsWith("/edit/places/", problem.Path, StringComparison.Ordinal);
        Assert.Equal(sentence, problem.Text);
    }

    [Fact]
    public void One_module_goes_to_one_place_only() =>
        Assert.Equal(
            "The module of A1 can go to one place only.",
            EditFold.Refusal(Two, All(("A1", new(Place.Slot("A1"))), ("B1", new(Place.Slot("A1")))))!.Text
        );

    [Fact]
    public void Every_slot_is_named_and_every_entry_says_one_thing()
    {
        Assert.Contains(
            "names every memory slot",
            EditFold.Refusal(Two, new Arrange(new Dictionary<Place, Arranged?> { [Place.Slot("A1")] = null }, "x"))!.Text
        );
        Assert.Contains("either", EditFold.Refusal(Two, All(("A1", new(Place.Slot("A1"), Boards.Unit()))))!.Text);
    }
}
