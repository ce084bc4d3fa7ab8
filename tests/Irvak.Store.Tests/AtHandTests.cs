using Irvak.Core.Evidence;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

/// <summary>An edit that was judged with the shelf at hand stands only while that shelf is the newest.</summary>
public sealed class AtHandTests(StoreFixture store)
{
    private static readonly ShelfPart Part = new() { Id = "at-hand", Module = Boards.Module(16) };

    private Task<EditOutcome> Fit(Job job, string slot, LibraryVersion seen) =>
        store.Jobs.Apply(
            job.Number,
            WriteKey.Fresh(),
            job.LastNumber,
            Boards.Stamp,
            Boards.Fit(slot),
            [],
            StoreFixture.Judge,
            seen,
            default
        );

    [Fact]
    public async Task A_newer_shelf_or_newer_evidence_stops_it_and_nothing_is_written()
    {
        using var library = new Library(store.Database);
        Assert.Null(library.AtHand);
        var job = await store.Begin("A1");
        await library.Now(default);
        var held = library.AtHand!.Value.Version;
        await store.Library.Keep([Part], default);
        Assert.IsType<EditOutcome.Outdated>(await Fit(job, "B1", held));
        Assert.Equal(job.LastNumber, (await store.Jobs.Find(job.Number, default))!.LastNumber);
        await library.Now(default);
        held = library.AtHand!.Value.Version;
        await store.Library.Keep(
            new EvidenceRecord("at-hand", "nobody", null, null, null, null, null, Outcome.Works)
            {
                Seen = "ran for a week",
                Who = "Ines",
                Date = new(2026, 1, 1),
            },
            default
        );
        Assert.IsType<EditOutcome.Outdated>(await Fit(job, "B1", held));
        await library.Now(default);
        var applied = Assert.IsType<EditOutcome.Applied>(await Fit(job, "B1", library.AtHand!.Value.Version));
        Assert.Equal(job.LastNumber + 1, applied.Number);
        Assert.Equal(applied.Number, (await store.Jobs.Find(job.Number, default))!.LastNumber);
    }
}
