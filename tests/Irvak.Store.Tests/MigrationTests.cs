using Dapper;
using Irvak.Core.Sheets;
using Irvak.Tests;

namespace Irvak.Store.Tests;

/// <summary>What an earlier version stored is found by this one.</summary>
public class MigrationTests
{
    /// <summary>Takes a database back to before a migration, fills it, and brings it to this version again.</summary>
    private static async Task<ScratchDatabase> Before(string migration, string undo, string fill)
    {
        var scratch = new ScratchDatabase();
        await using var database = new Database(scratch.ConnectionString);
        database.Migrate();
        await using (var connection = await database.Source.OpenConnectionAsync())
        {
            await connection.ExecuteAsync(undo);
            await connection.ExecuteAsync("delete from schemaversions where scriptname like @name", new { name = $"%{migration}-%" });
            await connection.ExecuteAsync(fill);
        }
        database.Migrate();
        return scratch;
    }

    [Fact]
    public async Task A_part_that_was_kept_with_its_words_is_found_by_them_without()
    {
        await using var scratch = await Before(
            "0009",
            """
            alter table shelf_part add column words text not null default '';
            alter table shelf_part add column search tsvector generated always as (array_to_tsvector(string_to_array(words, ' '))) stored;
            create index shelf_part_search on shelf_part using gin (search)
            """,
            """
            insert into shelf_part (id, document, words, in_stock, kind)
            values ('hba-8', '{"id": "hba-8", "card": {"name": "Plain eight", "role": "controller"}, "inStock": 1}', 'hba-8', 1, 'card')
            """
        );
        await using var database = new Database(scratch.ConnectionString);
        using var library = new Library(database);
        var shelf = await library.Shelf(default);
        Assert.Equal("hba-8", Assert.Single(shelf.Index.Find(ShelfWords.Typed("card plain"), _ => true, _ => true, 9).Parts).Id);
    }

    [Fact]
    public async Task Jobs_that_were_there_are_counted_by_their_stages()
    {
        await using var scratch = await Before(
            "0010",
            """
            drop trigger stage_moved on job; drop trigger stage_came on job; drop trigger stage_left on job;
            drop function stage_counted(); drop table stage_count; drop index job_without_stage; create index job_count on job (stage)
            """,
            """
            insert into job (number, title, owner, begun_by, begun_at, create_key, last_number, snapshot, stage)
            select 'm' || n, 't', '', 'Ines', now(), gen_random_uuid(), 0, '{}', (array['aim', 'fit', null])[1 + n % 3] from generate_series(1, 7) n
            """
        );
        await using var database = new Database(scratch.ConnectionString);
        var (_, counts) = await new Listings(database).Newest(null, null, 1, default);
        Assert.Equal(
            [(Core.Stage.Survey, 2), (Core.Stage.Aim, 2), (Core.Stage.Fit, 3)],
            counts.OrderBy(c => c.Key).Select(c => (c.Key, c.Value))
        );
    }
}
