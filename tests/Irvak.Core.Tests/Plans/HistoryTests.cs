using CsCheck;
using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;

namespace Irvak.Core.Tests.Plans;

public class HistoryTests
{
    private static readonly string[] Slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];

    private static readonly Gen<Edit> AnyEdit = Gen.OneOf<Edit>(
        Gen.Int[0, 7].Select(i => (Edit)Boards.Fit(Slots[i])),
        Gen.Int[0, 7].Select(i => (Edit)new Remove(Place.Slot(Slots[i]))),
        Gen.Select(Gen.Int[0, 7], Gen.Int[0, 7]).Select((a, b) => (Edit)new Move(Place.Slot(Slots[a]), Place.Slot(Slots[b]))),
        Gen.Int[0, 7].Select(i => (Edit)new Restore(Place.Slot(Slots[i]))),
        Gen.Int[0, 512].Select(n => (Edit)new SetWish(WishKind.MemoryGiB, n)),
        Gen.Bool.Select(b => (Edit)new SetPolicy(b ? Policy.Listed : Policy.Sound)),
        Gen.Bool.Select(d => (Edit)new SetTick("off:cord", d, "Pull the cord"))
    );

    private static List<HistoryEntry> Record(IEnumerable<Edit> edits)
    {
        var entries = new List<HistoryEntry> { new(1, Boards.Stamp, EntryKind.Edit, new AdoptSheet(Boards.Server), []) };
        foreach (var edit in edits)
            if (EditFold.Refusal(History.Fold(entries), edit) is null)
                entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Edit, edit, []));
        return entries;
    }

    private static string Show(JobState s) => System.Text.Json.JsonSerializer.Serialize(s);

    [Fact]
    public void Undo_after_an_edit_is_identity() =>
        Gen.Select(AnyEdit.List[0, 12], AnyEdit)
            .Sample(
                (edits, last) =>
                {
                    var entries = Record(edits);
                    var before = History.Fold(entries);
                    if (EditFold.Refusal(before, last) is not null)
                        return;
                    entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Edit, last, []));
                    var plan = History.PlanUndo(entries, "Ines");
                    Assert.Equal(entries.Count, plan.Target);
                    Assert.Empty(plan.Dependents);
                    entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Undo, null, [plan.Target!.Value]));
                    Assert.Equal(Show(before), Show(History.Fold(entries)));
                },
                iter: 300
            );

    [Fact]
    public void Redo_after_undo_is_identity() =>
        AnyEdit
            .List[1, 12]
            .Sample(
                edits =>
                {
                    var entries = Record(edits);
                    if (entries.Count < 2)
                        return;
                    var before = History.Fold(entries);
                    var target = History.PlanUndo(entries, "Ines").Target!.Value;
                    entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Undo, null, [target]));
                    var undo = History.PlanRedo(entries, "Ines");
                    Assert.NotNull(undo);
                    entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Redo, null, undo.Targets));
                    Assert.Equal(Show(before), Show(History.Fold(entries)));
                    Assert.Null(History.PlanRedo(entries, "Ines"));
                },
                iter: 200
            );

    [Fact]
    public void A_plan_never_holds_a_unit_twice_or_loses_one() =>
        AnyEdit
            .List[0, 20]
            .Sample(
                edits =>
                {
                    var start = Boards.Job(Boards.Server, "A1", "B1", "C1");
                    foreach (var (place, unit) in start.Found)
                        start = start with { Found = start.Found.SetItem(place, unit with { Serial = place.ToString() }) };
                    var state = edits.Aggregate(start, (s, e) => EditFold.Refusal(s, e) is null ? EditFold.Apply(s, e, Boards.Stamp) : s);
                    var moved = state.Plan.Values.Where(p => p.MovedFrom is not null).Select(p => p.MovedFrom!).ToList();
                    Assert.Equal(moved.Count, moved.Distinct().Count());
                    Assert.All(moved, from => Assert.True(state.Plan.ContainsKey(from), $"{from} is moved away but stands there still"));
                    // Every unit as found stands in one place, or leaves.
                    Assert.All(start.Found, f => Assert.InRange(state.Planned.Units.Values.Count(u => u.Serial == f.Key.ToString()), 0, 1));
                    Assert.All(state.Changes().Where(c => c.MovedTo is not null), c =>
                        Assert.Equal(c.Place, state.Plan[c.MovedTo!].MovedFrom)
                    );
                },
                iter: 3000
            );

    [Fact]
    public void Undo_takes_back_ones_own_edit_and_leaves_those_of_others()
    {
        var bao = new Stamp("Bao", default);
        var entries = Record([Boards.Fit("A1")]);
        entries.Add(new(3, bao, EntryKind.Edit, Boards.Fit("B1"), []));
        var plan = History.PlanUndo(entries, "Ines");
        Assert.Equal((2, 0), (plan.Target, plan.Dependents.Count));
    }

    [Fact]
    public void A_later_edit_that_rests_on_it_is_named()
    {
        var bao = new Stamp("Bao", default);
        var entries = Record([Boards.Fit("A1")]);
        entries.Add(new(3, bao, EntryKind.Edit, new Move(Place.Slot("A1"), Place.Slot("B1")), []));
        Assert.Equal([3], History.PlanUndo(entries, "Ines").Dependents);
    }

    [Fact]
    public void Nothing_of_ones_own_is_nothing_to_undo() => Assert.Null(History.PlanUndo(Record([]), "Nobody").Target);
}
