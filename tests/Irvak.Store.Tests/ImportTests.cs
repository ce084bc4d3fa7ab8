using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

/// <summary>Jobs that come in with their history: checked in order, whole or not at all, once for a key.</summary>
public class ImportTests(StoreFixture store)
{
    private static HistoryEntry Edit(int number, Edit edit) => new(number, Boards.Stamp, EntryKind.Edit, edit, []);

    private static readonly HistoryEntry[] History =
    [
        Edit(1, new AdoptSheet(Boards.Server)),
        Edit(2, new SetWish(WishKind.MemoryGiB, 64)),
        Edit(3, new SetWish(WishKind.MemoryGiB, 96)),
        new(4, Boards.Stamp, EntryKind.Undo, null, [3]),
    ];

    private async Task<EditOutcome> Bring(Guid key, string title, params HistoryEntry[] entries) =>
        await store.Jobs.Import(WriteKey.Of(key, title), title, "Tidehouse", Boards.Stamp, entries, StoreFixture.Judge, default);

    private async Task<Job> Import(Guid key, params HistoryEntry[] entries) =>
        Assert.IsType<EditOutcome.Applied>(await Bring(key, "Imported", entries)).Job;

    [Fact]
    public async Task A_history_is_folded_as_it_was_made()
    {
        var job = await Import(Guid.NewGuid(), History);
        var kept = (await store.Jobs.Find(job.Number, default))!;
        Assert.Equal((4, 64, "server"), (kept.LastNumber, kept.State.Aim.MemoryGiB!.Value, kept.State.Sheet!.Id));
        Assert.Equal([4, 3, 2, 1], (await store.Jobs.HistoryOf(kept.Id, int.MaxValue, 50, default)).Select(e => e.Number));
        // What was undone can be brought again, as in the job it came from.
        var again = Assert.IsType<EditOutcome.Applied>(
            await store.Jobs.Redo(kept.Number, WriteKey.Fresh(), Boards.Stamp, StoreFixture.Judge, default)
        );
        Assert.Equal(96, again.Job.State.Aim.MemoryGiB);
    }

    [Fact]
    public async Task The_same_key_brings_it_in_once()
    {
        var key = Guid.NewGuid();
        var first = await Import(key, History);
        var second = await Import(key, History);
        Assert.Equal(first.Number, second.Number);
        Assert.Equal(4, (await store.Jobs.HistoryOf(first.Id, int.MaxValue, 50, default)).Count);
    }

    [Fact]
    public async Task A_gap_a_target_ahead_and_an_edit_that_can_not_be_are_refused_with_their_place()
    {
        async Task Refused(string path, params HistoryEntry[] entries)
        {
            var title = $"Refused {Guid.NewGuid()}";
            Assert.StartsWith(path, Assert.IsType<EditOutcome.Refused>(await Bring(Guid.NewGuid(), title, entries)).Problem.Path);
            Assert.DoesNotContain((await store.Listings.Newest(null, null, int.MaxValue, default)).Jobs, j => j.Title == title);
        }
        await Refused("/entries/1/number", History[0], Edit(3, new SetPolicy(Core.Evidence.Policy.Sound)));
        await Refused("/entries/1", History[0], new HistoryEntry(2, Boards.Stamp, EntryKind.Undo, null, [2]));
        await Refused("/entries/0", new HistoryEntry(1, Boards.Stamp, EntryKind.Edit, null, []));
        await Refused("/entries/1/edit/place", History[0], Edit(2, new Remove(Place.Slot("Z9"))));
        await Refused(
            "/entries/0/who",
            new HistoryEntry(1, new Stamp(" ", default), EntryKind.Edit, new SetPolicy(Core.Evidence.Policy.Sound), [])
        );
    }
}
