using Dapper;
using Npgsql;

namespace Irvak.Store.Tests;

/// <summary>One bad statement takes down nothing but itself.</summary>
public class ConnectionTests(StoreFixture store)
{
    [Fact]
    public async Task A_text_that_can_not_be_stored_harms_no_other_statement()
    {
        // A fresh host: nothing is prepared yet, and all requests share a few connections.
        var connection = new NpgsqlConnectionStringBuilder(store.ConnectionString) { MaxPoolSize = 3 }.ConnectionString;
        await using var database = new Database(connection);
        using var library = new Library(database);
        var failed = new System.Collections.Concurrent.ConcurrentBag<string>();
        await Parallel.ForEachAsync(Enumerable.Range(0, 400), new ParallelOptions { MaxDegreeOfParallelism = 8 }, async (i, cancel) =>
        {
            if (i % 3 == 0)
            {
                // NUL can't be part of a text of PostgreSQL; the server refuses the statement.
                await Assert.ThrowsAsync<PostgresException>(() => library.Part("a\0b" + (i % 7), cancel));
                return;
            }
            try
            {
                await library.Shelf(cancel);
                await library.Part($"p{i}", cancel);
                await using var open = await database.Source.OpenConnectionAsync(cancel);
                if (await open.ExecuteScalarAsync<int>(new CommandDefinition("select @i", new { i }, cancellationToken: cancel)) != i)
                    failed.Add($"{i}: another answer");
            }
            catch (Exception e) when (e is NpgsqlException or InvalidOperationException)
            {
                failed.Add($"{i}: {e.Message}");
            }
        });
        Assert.Empty(failed);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Statements_after_refused_ones_answer_what_they_were_asked(int seed)
    {
        var random = new Random(seed);
        var connection = new NpgsqlConnectionStringBuilder(store.ConnectionString) { MaxPoolSize = 1 }.ConnectionString;
        await using var database = new Database(connection);
        using var library = new Library(database);
        var (jobs, listings) = (new Jobs(database), new Listings(database));
        var job = await store.Begin();
        for (var i = 0; i < 600; i++)
        {
            switch (random.Next(9))
            {
                case 0:
                    await Assert.ThrowsAsync<PostgresException>(() => library.Part($"a\0b{random.Next(3)}", default));
                    break;
                case 1:
                    await Assert.ThrowsAsync<PostgresException>(() => jobs.Find("01\0", default));
                    break;
                case 2:
                    await Assert.ThrowsAsync<PostgresException>(() => jobs.LastNumber("01\0", default));
                    break;
                case 3:
                    Assert.NotNull(await library.Shelf(default));
                    break;
                case 4:
                    Assert.Equal(job.Number, (await jobs.Find(job.Number, default))!.Number);
                    break;
                case 5:
                    Assert.Equal(job.LastNumber, await jobs.LastNumber(job.Number, default));
                    break;
                case 6:
                    Assert.NotEmpty((await listings.Newest(null, null, 3, default)).Jobs);
                    break;
                case 7:
                    await library.Shelf(default);
                    break;
                default:
                    await using (var open = await database.Source.OpenConnectionAsync())
                    {
                        await Assert.ThrowsAsync<PostgresException>(() =>
                            open.ExecuteAsync("select @a::jsonb; select 2; select @b::text", new { a = "{", b = "x" })
                        );
                        Assert.Equal((1, 2), await open.QuerySingleAsync<(int, int)>("select 1, 2"));
                    }
                    break;
            }
        }
    }
}
