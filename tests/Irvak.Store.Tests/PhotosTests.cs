using Irvak.Core.Sheets;

namespace Irvak.Store.Tests;

/// <summary>Photos of a job, and parts kept together.</summary>
public class PhotosTests(StoreFixture store)
{
    private readonly Photos _photos = new(store.Database);

    private Task<long?> Keep(long job, Guid key, byte[] jpeg) =>
        _photos.Keep(job, key, "slot:A1", "lever open", 4, 3, jpeg, "Ines", DateTimeOffset.UnixEpoch, default);

    [Fact]
    public async Task A_photo_is_kept_once_for_its_key_and_belongs_to_its_job()
    {
        var (job, other) = (await store.Begin(), await store.Begin());
        var key = Guid.NewGuid();
        var id = await Keep(job.Id, key, [1, 2, 3]);
        Assert.Equal(id, await Keep(job.Id, key, [9]));
        var row = Assert.Single(await _photos.Of(job.Id, default));
        Assert.Equal(("slot:A1", "lever open", 4, 3, "Ines"), (row.About, row.Note, row.Width, row.Height, row.Who));
        Assert.Equal([1, 2, 3], await _photos.Picture(job.Id, id!.Value, default));
        Assert.Null(await _photos.Picture(other.Id, id.Value, default));
        Assert.False(await _photos.Drop(other.Id, id.Value, default));
        Assert.True(await _photos.Drop(job.Id, id.Value, default));
        Assert.Empty(await _photos.Of(job.Id, default));
    }

    [Fact]
    public async Task A_job_keeps_so_many_photos_and_no_more()
    {
        var job = await store.Begin();
        Guid last = default;
        for (var i = 0; i < Photos.Most; i++)
            Assert.NotNull(await Keep(job.Id, last = Guid.NewGuid(), [1]));
        Assert.Null(await Keep(job.Id, Guid.NewGuid(), [1]));
        // Sent again, the last one is still there.
        Assert.NotNull(await Keep(job.Id, last, [1]));
        Assert.Equal(Photos.Most, (await _photos.Of(job.Id, default)).Count);
    }

    [Fact]
    public async Task Parts_are_kept_all_or_none()
    {
        var part = new ShelfPart
        {
            Id = $"p-{Guid.NewGuid():N}",
            Accessory = new() { Name = "cable", Kind = AccessoryKind.Cable },
            InStock = 2,
        };
        var wrong = part with { Id = part.Id + "-x", InStock = -1 };
        await Assert.ThrowsAsync<Npgsql.PostgresException>(() => store.Library.Keep([part, wrong], default));
        Assert.Null(await store.Library.Part(part.Id, default));
        await store.Library.Keep([part, part with { Id = part.Id + "-y" }], default);
        Assert.Equal(2, (await store.Library.AllParts(default)).Count(p => p.Id.StartsWith(part.Id, StringComparison.Ordinal)));
        Assert.True(await store.Library.DropPart(part.Id, default));
        Assert.False(await store.Library.DropPart(part.Id, default));
    }
}
