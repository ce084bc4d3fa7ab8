using Dapper;
using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

/// <summary>What is stored in another shape than this version reads takes nothing else down.</summary>
public class DamageTests(StoreFixture store)
{
    private async Task Run(string sql, object with)
    {
        await using var connection = await store.Database.Source.OpenConnectionAsync();
        await connection.ExecuteAsync(sql, with);
    }

    private Task<EditOutcome> Apply(Job job, Edit edit, Judge? judge = null) =>
        store.Jobs.Apply(job.Number, WriteKey.Fresh(), job.LastNumber, Boards.Stamp, edit, [], judge ?? StoreFixture.Judge, null, default);

    [Theory]
    [InlineData("memory", "lanes", "boot")]
    [InlineData("arrays")]
    [InlineData("proof")]
    public async Task A_state_stored_before_there_was_a_slice_is_folded_again_and_loses_nothing(params string[] missing)
    {
        var job = await store.Begin("A1");
        Edit[] edits = [Boards.Fit("B1"), new SetMemoryMode(MemoryMode.Mirrored)];
        foreach (var edit in edits)
            Assert.IsType<EditOutcome.Applied>(
                await store.Jobs.Apply(
                    job.Number,
                    WriteKey.Of(Guid.NewGuid(), edit),
                    (await store.Jobs.Find(job.Number, default))!.LastNumber,
                    Boards.Stamp,
                    edit,
                    [],
                    StoreFixture.Judge,
                    null,
                    default
                )
            );
        var before = (await store.Jobs.Find(job.Number, default))!;
        await Run("update job set snapshot = snapshot - @missing::text[] where id = @Id", new { job.Id, missing });
        var after = (await store.Jobs.Find(job.Number, default))!;
        Assert.Null(after.Damage);
        Assert.Equal(MemoryMode.Mirrored, after.State.Memory.Mode);
        Assert.Equal(Database.ToJson(before.State), Database.ToJson(after.State));
    }

    [Fact]
    public async Task A_state_that_can_not_be_read_is_folded_again_from_its_history()
    {
        var job = await store.Begin("A1");
        await Apply(job, Boards.Fit("B1"));
        var before = (await store.Jobs.Find(job.Number, default))!;
        await Run("""update job set snapshot = '{"sheet":5}' where id = @Id""", new { job.Id });
        var again = (await store.Jobs.Find(job.Number, default))!;
        Assert.Null(again.Damage);
        Assert.Equal(Database.ToJson(before.State), Database.ToJson(again.State));
        // The next edit mends it.
        await Apply(again, Boards.Fit("C1"));
        Assert.Equal([Place.Slot("B1"), Place.Slot("C1")], (await store.Jobs.Find(job.Number, default))!.State.Plan.Keys);
    }

    [Theory]
    [InlineData("""{"type":"danced"}""")]
    [InlineData("""{"place":"slot:A1"}""")]
    [InlineData("""{"type":"fit","place":null,"unit":null}""")]
    public async Task An_entry_that_can_not_be_read_is_left_out_and_can_be_taken_back_by_anyone(string document)
    {
        var job = await store.Begin();
        await Apply(job, Boards.Fit("A1"));
        await Run(
            """update edit set document = @document::jsonb where job_id = @Id and number = @last; update job set snapshot = '[]' where id = @Id""",
            new
            {
                job.Id,
                document,
                last = job.LastNumber + 1,
            }
        );
        var damaged = (await store.Jobs.Find(job.Number, default))!;
        Assert.Contains($"Entry {job.LastNumber + 1} ", damaged.Damage);
        Assert.Empty(damaged.State.Plan);
        Assert.Equal(job.LastNumber + 1, (await store.Jobs.HistoryOf(job.Id, int.MaxValue, 9, default))[0].Number);
        var undone = Assert.IsType<EditOutcome.Applied>(
            await store.Jobs.Undo(
                job.Number,
                WriteKey.Fresh(),
                new Stamp("Bao", DateTimeOffset.UnixEpoch),
                false,
                StoreFixture.Judge,
                default
            )
        );
        Assert.Null(undone.Job.Damage);
        Assert.Null((await store.Jobs.Find(job.Number, default))!.Damage);
    }

    [Fact]
    public async Task Of_a_sound_job_nothing_is_taken_back_that_would_lose_an_entry_that_can_not_be_read()
    {
        var job = await store.Begin();
        var fitted = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("A1"))).Job;
        var wished = Assert.IsType<EditOutcome.Applied>(await Apply(fitted, new SetWish(WishKind.MemoryGiB, 64))).Job;
        await Run(
            """update edit set document = '{"type":"danced"}' where job_id = @Id and number = @LastNumber""",
            new { job.Id, fitted.LastNumber }
        );
        var refused = Assert.IsType<EditOutcome.Refused>(
            await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Boards.Stamp, false, StoreFixture.Judge, default)
        );
        Assert.Contains($"Entry {fitted.LastNumber} ", refused.Problem.Text);
        var kept = (await store.Jobs.Find(job.Number, default))!;
        Assert.Equal((wished.LastNumber, 64), (kept.LastNumber, kept.State.Aim.MemoryGiB));
        Assert.Equal([Place.Slot("A1")], kept.State.Plan.Keys);
    }

    [Fact]
    public async Task An_edit_with_which_the_job_can_not_be_worked_out_is_not_stored()
    {
        var job = await store.Begin();
        var capture = new NewCapture("before", "firmware listing", [1], "{}");
        var outcome = await store.Jobs.Apply(
            job.Number,
            WriteKey.Fresh(),
            job.LastNumber,
            Boards.Stamp,
            Boards.Fit("A1"),
            [capture],
            j => j.State.Plan.Count > 0 ? throw new DivideByZeroException() : StoreFixture.Judge(j),
            null,
            default
        );
        Assert.IsType<DivideByZeroException>(Assert.IsType<EditOutcome.Unworkable>(outcome).Cause);
        Assert.Equal(job.LastNumber, (await store.Jobs.Find(job.Number, default))!.LastNumber);
        Assert.Empty(await store.Jobs.CapturesOf(job.Id, default));
        // Nothing is begun either.
        var key = WriteKey.Fresh();
        Assert.IsType<EditOutcome.Unworkable>(
            await store.Jobs.Begin(
                key,
                "never",
                "",
                Boards.Stamp,
                [new AdoptSheet(Boards.Server)],
                [],
                _ => throw new DivideByZeroException(),
                default
            )
        );
        Assert.IsType<EditOutcome.Applied>(await store.Jobs.Begin(key, "at last", "", Boards.Stamp, [], [], StoreFixture.Judge, default));
    }

    [Fact]
    public async Task What_could_not_be_worked_out_before_may_be_taken_back_all_the_same()
    {
        var job = await store.Begin();
        var fitted = Assert.IsType<EditOutcome.Applied>(await Apply(job, Boards.Fit("A1"))).Job;
        static JobListing Never(Job job) => throw new DivideByZeroException();
        Assert.IsType<EditOutcome.Applied>(await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Boards.Stamp, false, Never, default));
        var listed = (await store.Listings.Newest(null, null, int.MaxValue, default)).Jobs.Single(j => j.Number == job.Number);
        Assert.Contains("can’t be worked out", listed.Listing!.Line);
        Assert.Equal(fitted.LastNumber + 1, (await store.Jobs.Find(job.Number, default))!.LastNumber);
    }

    [Fact]
    public async Task Lists_are_stored_with_each_edit_and_read_without_the_state()
    {
        var job = await store.Begin();
        await Apply(job, Boards.Fit("A1"));
        await Run("update job set snapshot = '[]' where id = @Id", new { job.Id });
        var listed = (await store.Listings.Newest(Core.Stage.Fit, null, int.MaxValue, default)).Jobs.Single(j => j.Number == job.Number);
        Assert.Equal("1 planned", listed.Listing!.Line);
        // Only those older than one are asked for.
        Assert.DoesNotContain((await store.Listings.Newest(Core.Stage.Fit, job.Id, int.MaxValue, default)).Jobs, j => j.Id >= job.Id);
    }

    [Fact]
    public async Task A_part_and_a_sheet_that_can_not_be_read_are_left_out_and_the_rest_is_there()
    {
        var part = new ShelfPart
        {
            Id = $"p-{Guid.NewGuid():N}",
            Accessory = new() { Name = "cable", Kind = AccessoryKind.Cable },
            InStock = 2,
        };
        await store.Library.Keep([part, part with { Id = part.Id + "-y" }], default);
        Assert.Contains(part.Id, (await store.Library.Shelf(default)).Keys);
        await Run("""update shelf_part set document = '{"id":null}' where id = @Id""", new { part.Id });
        var shelf = await store.Library.Shelf(default);
        Assert.Contains(part.Id + "-y", shelf.Keys);
    }

    [Fact]
    public async Task The_shelf_follows_every_change_also_of_other_hosts()
    {
        var other = new Library(store.Database);
        var part = new ShelfPart
        {
            Id = $"q-{Guid.NewGuid():N}",
            Accessory = new() { Name = "cable", Kind = AccessoryKind.Cable },
            InStock = 2,
        };
        await other.Keep(part, default);
        Assert.Equal(2, (await store.Library.Shelf(default))[part.Id].InStock);
        await other.Keep(part with { InStock = 5 }, default);
        Assert.Equal(5, (await store.Library.Shelf(default))[part.Id].InStock);
        await other.DropPart(part.Id, default);
        Assert.DoesNotContain(part.Id, (await store.Library.Shelf(default)).Keys);
    }

    [Fact] // words had no list once
    public async Task A_stored_sheet_with_a_word_that_is_on_no_list_opens_with_it_as_something_else()
    {
        var id = $"w-{Guid.NewGuid():N}";
        var sheet = Boards.Server with
        {
            Id = id,
            Boards = [new("B1", BoardKind.Expander), new("B2", BoardKind.Network)],
            Slots = [new("S1", 16, 16, 4, "CPU 1", CardBus.Pci)],
        };
        await store.Library.Keep(sheet, default);
        await Run(
            """
            update machine_sheet set document =
                jsonb_set(jsonb_set(document, '{boards,0,what}', '"riser"'), '{slots,0,bus}', '"vesa"') where id = @id
            """,
            new { id }
        );
        var read = (await store.Library.Sheet(id, default))!;
        Assert.Equal([BoardKind.Other, BoardKind.Network], read.Boards.Select(b => b.What));
        Assert.Equal(CardBus.Other, read.Slots[0].Bus);
    }

    [Fact]
    public async Task A_key_used_again_for_something_else_and_a_number_that_nobody_can_have_seen_are_refused()
    {
        var job = await store.Begin();
        var key = Guid.NewGuid();
        Task<EditOutcome> Send(Edit edit, int seen) =>
            store.Jobs.Apply(job.Number, WriteKey.Of(key, edit), seen, Boards.Stamp, edit, [], StoreFixture.Judge, null, default);
        Assert.Equal("/lastSeen", Assert.IsType<EditOutcome.Refused>(await Send(Boards.Fit("A1"), job.LastNumber + 1)).Problem.Path);
        Assert.Equal("/lastSeen", Assert.IsType<EditOutcome.Refused>(await Send(Boards.Fit("A1"), -1)).Problem.Path);
        Assert.IsType<EditOutcome.Applied>(await Send(Boards.Fit("A1"), job.LastNumber));
        Assert.IsType<EditOutcome.OtherContent>(await Send(Boards.Fit("B1"), job.LastNumber));
        Assert.True(Assert.IsType<EditOutcome.Applied>(await Send(Boards.Fit("A1"), job.LastNumber)).Repeated);
        Assert.Equal([Place.Slot("A1")], (await store.Jobs.Find(job.Number, default))!.State.Plan.Keys);
    }

    [Fact]
    public async Task Whoever_listens_is_told_after_each_break_that_it_listens_again()
    {
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(60));
        // Its own name: the connections of other tests in this database are left alone, and what they do is heard as well.
        await using var database = new Database(store.ConnectionString + ";Application Name=listener");
        var changes = new JobChanges(database);
        await using (var first = changes.All(stop.Token).GetAsyncEnumerator())
        {
            await first.MoveNextAsync();
            Assert.IsType<Notice.Listening>(first.Current);
            await Run(
                "select pg_terminate_backend(pid) from pg_stat_activity where "
                    + "application_name = 'listener' and datname = current_database()",
                new { }
            );
            await Assert.ThrowsAnyAsync<Npgsql.NpgsqlException>(async () =>
            {
                while (await first.MoveNextAsync()) { }
            });
        }
        await using var second = changes.All(stop.Token).GetAsyncEnumerator();
        await second.MoveNextAsync();
        Assert.IsType<Notice.Listening>(second.Current);
    }

    [Fact]
    public async Task A_job_of_many_undone_edits_comes_in_in_one_pass()
    {
        var entries = new List<HistoryEntry> { new(1, Boards.Stamp, EntryKind.Edit, new AdoptSheet(Boards.Server), []) };
        for (var i = 0; i < 3_000; i++)
        {
            entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Edit, new SetWish(WishKind.MemoryGiB, i), []));
            if (i % 2 == 1)
                entries.Add(new(entries.Count + 1, Boards.Stamp, EntryKind.Undo, null, [entries.Count]));
        }
        var job = Assert
            .IsType<EditOutcome.Applied>(
                await store.Jobs.Import(WriteKey.Fresh(), "long", "", Boards.Stamp, entries, StoreFixture.Judge, default)
            )
            .Job;
        Assert.Equal(Database.ToJson(History.Fold(entries)), Database.ToJson((await store.Jobs.Find(job.Number, default))!.State));
        Assert.Equal(entries.Count, (await store.Jobs.HistoryOf(job.Id, int.MaxValue, int.MaxValue, default)).Count);
    }

    [Fact]
    public async Task Four_that_bring_the_same_job_at_once_bring_one()
    {
        var key = Guid.NewGuid();
        HistoryEntry[] entries =
        [
            .. Enumerable
                .Range(1, 200)
                .Select(i => new HistoryEntry(
                    i,
                    Boards.Stamp,
                    EntryKind.Edit,
                    i == 1 ? new AdoptSheet(Boards.Server) : new SetWish(WishKind.MemoryGiB, i),
                    []
                )),
        ];
        var numbers = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(async _ =>
                    Assert
                        .IsType<EditOutcome.Applied>(
                            await store.Jobs.Import(WriteKey.Of(key, "x"), "one", "", Boards.Stamp, entries, StoreFixture.Judge, default)
                        )
                        .Job.Number
                )
        );
        Assert.Single(numbers.Distinct());
    }
}
