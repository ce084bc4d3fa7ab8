using Dapper;
using Irvak.Tests;

namespace Irvak.Store.Tests;

/// <summary>What an earlier version stored is found by this one.</summary>
public class MigrationTests
{
    [Theory]
    [InlineData("{\"card\": {\"name\": \"HBA\"}}", "hba", "hba card", true)]
    [InlineData("{\"card\": {\"name\": \"HBA card\"}}", "hba card x8", "hba card x8", true)]
    [InlineData("{\"card\": {\"name\": \"Cardinal\"}}", "cardinal", "cardinal card", true)]
    [InlineData("{\"drive\": {\"model\": \"EK\"}}", "ek", "ek", false)]
    [InlineData("{\"card\": null, \"drive\": {}}", "ek", "ek", false)]
    public async Task A_card_that_was_kept_before_is_found_by_that_word(string document, string words, string then, bool found)
    {
        await using var scratch = new ScratchDatabase();
        await using var database = new Database(scratch.ConnectionString);
        database.Migrate();
        await using (var connection = await database.Source.OpenConnectionAsync())
        {
            await connection.ExecuteAsync(
                "insert into shelf_part (id, document, words, in_stock, kind) values ('p1', @document::jsonb, @words, 1, 'card')",
                new { document, words }
            );
            await connection.ExecuteAsync("delete from schemaversions where scriptname like '%0005-%'");
        }
        database.Migrate();
        await using var again = await database.Source.OpenConnectionAsync();
        Assert.Equal(then, await again.QuerySingleAsync<string>("select words from shelf_part"));
        Assert.Equal(found, await again.QuerySingleAsync<bool>("select search @@ 'card'::tsquery from shelf_part"));
    }
}
