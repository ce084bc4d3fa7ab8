using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Plans;

public class EditFoldTests
{
    private static readonly JobState Job = Boards.Job(Boards.Server, "A1", "C1");

    [Theory]
    [InlineData("slot:Z9", "/edit/place", "slot:Z9 is no place of Server.")]
    [InlineData("slot:B1", "/edit/place", "B1 is empty already.")]
    public void What_cannot_be_removed_is_refused_with_a_path(string place, string path, string text) =>
        Assert.Equal(new SheetProblem(path, text), EditFold.Refusal(Job, new Remove(Place.Parse(place))));

    [Fact]
    public void A_place_that_nobody_looked_at_is_not_empty_already() =>
        Assert.Equal(
            "Nobody looked what sits in B1: note it in Survey first.",
            EditFold.Refusal(Job with { FoundEmpty = Job.FoundEmpty.Remove(Place.Slot("B1")) }, new Remove(Place.Slot("B1")))!.Text
        );

    [Fact]
    public void A_module_does_not_go_into_a_socket() =>
        Assert.Equal("/edit/to", EditFold.Refusal(Job, new Move(Place.Slot("A1"), Place.Socket("CPU 2")))!.Path);

    [Fact]
    public void A_move_shows_both_ends()
    {
        var changes = Job.With(new Move(Place.Slot("A1"), Place.Slot("B1"))).Changes();
        Assert.Equal((Place.Slot("B1"), null), (changes[0].MovedTo, changes[0].In));
        Assert.Equal((Place.Slot("A1"), Place.Slot("B1")), (changes[1].MovedFrom, changes[1].Place));
    }

    [Fact]
    public void Moving_there_and_back_changes_nothing() =>
        Assert.Empty(Job.With(new Move(Place.Slot("A1"), Place.Slot("B1")), new Move(Place.Slot("B1"), Place.Slot("A1"))).Changes());

    [Fact]
    public void Emptying_the_goal_of_a_move_brings_the_module_home() =>
        Assert.Empty(Job.With(new Move(Place.Slot("A1"), Place.Slot("B1")), new Remove(Place.Slot("B1"))).Changes());

    [Fact]
    public void Something_different_found_follows_into_the_plan()
    {
        var other = Boards.Unit(Boards.Module(8));
        var state = Job.With(
            new Move(Place.Slot("A1"), Place.Slot("B1")),
            new RecordFound(new Dictionary<Place, Unit?> { [Place.Slot("A1")] = other }, null, "by hand")
        );
        Assert.Equal(8 * 1024, state.Planned.ModuleAt("B1")!.CapacityMiB);
        Assert.Empty(
            Job.With(
                    new Move(Place.Slot("A1"), Place.Slot("B1")),
                    new RecordFound(new Dictionary<Place, Unit?> { [Place.Slot("A1")] = null }, null, "by hand")
                )
                .Changes()
        );
    }

    [Fact]
    public void A_part_in_the_old_place_of_a_moved_one_leaves_the_moved_one_where_it_is()
    {
        var state = Job.With(new Move(Place.Slot("A1"), Place.Slot("B1")), Boards.Fit("A1", Boards.Module(32)));
        Assert.Equal((32, 16), (state.Planned.ModuleAt("A1")!.CapacityMiB / 1024, state.Planned.ModuleAt("B1")!.CapacityMiB / 1024));
        var restored = state.With(new Restore(Place.Slot("A1")));
        Assert.Empty(restored.Changes());
        Assert.Equal(32 * 1024, restored.Planned.InstalledMiB);
    }

    [Fact]
    public void Another_sheet_keeps_what_still_has_a_place()
    {
        var state = Job.With(new AdoptSheet(Boards.Unequal));
        Assert.True(state.Found.ContainsKey(Place.Slot("A1")));
        Assert.False(state.Found.ContainsKey(Place.Socket("CPU 1")));
    }

    [Theory]
    [InlineData("memory.generation", "DDR9", "The generation is DDR2, DDR3, DDR4 or DDR5.")]
    [InlineData("memory.slotLimitGiB", "many", "A limit is a whole number of GiB, 1 or more.")]
    [InlineData("channels", "A1 A2 | B1", "Name every slot once; B2 C1 C2 D1 D2 is missing.")]
    [InlineData("channels", "A1 A1", "A slot stands in one channel only.")]
    [InlineData("nonsense", "1", "nonsense is nothing that can be answered.")]
    public void A_wrong_answer_is_refused_in_one_sentence(string path, string value, string text) =>
        Assert.Equal(text, EditFold.Refusal(Job, new AnswerUnknown(path, value))!.Text);

    [Fact]
    public void A_clash_needs_the_same_place_and_another_value()
    {
        HistoryEntry theirs = new(5, new Stamp("Bao", default), EntryKind.Edit, Boards.Fit("B1", Boards.Module(32)), []);
        Assert.Empty(Clashes.Find(Boards.Fit("B2"), [theirs]));
        Assert.Empty(Clashes.Find(Boards.Fit("B1", Boards.Module(32)), [theirs]));
        var clash = Assert.Single(Clashes.Find(Boards.Fit("B1"), [theirs]));
        Assert.Equal(("slot:B1", "Bao", 5), (clash.Subject, clash.Who, clash.Number));
        Assert.Contains("32 GB", clash.Theirs);
        Assert.Contains("16 GB", clash.Yours);
    }
}
