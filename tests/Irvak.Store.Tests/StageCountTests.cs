using Dapper;
using Irvak.Tests;

namespace Irvak.Store.Tests;

/// <summary>How many jobs stand in each stage is kept as they come, move and go.</summary>
public class StageCountTests
{
    [Fact]
    public async Task Jobs_are_counted_as_they_come_move_and_go()
    {
        await using var scratch = new ScratchDatabase();
        await using var database = new Database(scratch.ConnectionString);
        database.Migrate();
        await using var connection = await database.Source.OpenConnectionAsync();
        var random = new Random(5);
        for (var i = 0; i < 120; i++)
        {
            var stage = new[] { null, "survey", "aim", "fit", "handover" }[random.Next(5)];
            await connection.ExecuteAsync(
                random.Next(4) switch
                {
                    0 => "delete from job where id = (select id from job order by md5(id::text || @i) limit 1)",
                    1 => "update job set stage = @stage, line = 'x' where id in (select id from job order by md5(id::text || @i) limit 3)",
                    _ => """
                    insert into job (number, title, owner, begun_by, begun_at, create_key, last_number, snapshot, stage)
                    values (@i, 't', '', 'Ines', now(), gen_random_uuid(), 0, '{}', @stage)
                    """,
                },
                new { i = $"{i}", stage }
            );
            var really = await connection.QueryAsync<(string, int)>(
                "select coalesce(stage, 'survey'), count(*)::integer from job group by 1 order by 1"
            );
            var (_, counts) = await new Listings(database).Newest(null, null, 1, default);
            Assert.Equal(
                really,
                counts.Select(c => (c.Key.ToString().ToLowerInvariant(), c.Value)).OrderBy(c => c.Item1, StringComparer.Ordinal)
            );
        }
    }

    [Fact]
    public async Task Two_who_move_jobs_to_and_fro_wait_for_each_other_and_never_cross()
    {
        await using var scratch = new ScratchDatabase();
        await using var database = new Database(scratch.ConnectionString);
        database.Migrate();
        await using (var connection = await database.Source.OpenConnectionAsync())
            await connection.ExecuteAsync(
                """
                insert into job (number, title, owner, begun_by, begun_at, create_key, last_number, snapshot, stage)
                select 'm' || n, 't', '', 'Ines', now(), gen_random_uuid(), 0, '{}', 'aim' from generate_series(1, 8) n
                """
            );
        await Task.WhenAll(
            Enumerable
                .Range(1, 8)
                .Select(async n =>
                {
                    await using var own = await database.Source.OpenConnectionAsync();
                    for (var i = 0; i < 40; i++)
                        await own.ExecuteAsync(
                            "update job set stage = @stage where number = @number",
                            new { stage = (i + n) % 2 == 0 ? "aim" : "survey", number = $"m{n}" }
                        );
                })
        );
        await using var after = await database.Source.OpenConnectionAsync();
        Assert.Equal(8, await after.ExecuteScalarAsync<int>("select sum(jobs)::integer from stage_count"));
    }
}
