using Dapper;

namespace Irvak.Store;

/// <summary>A photo without its picture.</summary>
/// <param name="About">A place of the machine, or <c>machine</c>.</param>
public sealed record PhotoRow(long Id, string About, string Note, int Width, int Height, string Who, DateTimeOffset At);

/// <summary>Photos of a job, kept beside it as they are.</summary>
public sealed class Photos(Database database)
{
    /// <summary>Most photos of one job.</summary>
    public const int Most = 300;

    /// <summary>Keeps a photo; the same key sent again keeps it once. Null when the job has as many as it may.</summary>
    public async Task<long?> Keep(
        long jobId,
        Guid key,
        string about,
        string note,
        int width,
        int height,
        byte[] jpeg,
        string who,
        DateTimeOffset at,
        CancellationToken cancel
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<long?>(
            new CommandDefinition(
                """
                with kept as (
                    insert into photo (job_id, key, about, note, width, height, jpeg, who, at)
                    select @jobId, @key, @about, @note, @width, @height, @jpeg, @who, @when
                    where (select count(*) from photo where job_id = @jobId) < @Most or exists (select 1 from photo where job_id = @jobId and key = @key)
                    on conflict (job_id, key) do nothing returning id)
                select id from kept union all select id from photo where job_id = @jobId and key = @key limit 1
                """,
                new
                {
                    jobId,
                    key,
                    about,
                    note,
                    width,
                    height,
                    jpeg,
                    who,
                    when = at.UtcDateTime,
                    Most,
                },
                cancellationToken: cancel
            )
        );
    }

    public async Task<IReadOnlyList<PhotoRow>> Of(long jobId, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<(long Id, string About, string Note, int Width, int Height, string Who, DateTime At)>(
            new CommandDefinition(
                "select id, about, note, width, height, who, at from photo where job_id = @jobId order by id",
                new { jobId },
                cancellationToken: cancel
            )
        );
        return
        [
            .. rows.Select(r => new PhotoRow(r.Id, r.About, r.Note, r.Width, r.Height, r.Who, new DateTimeOffset(r.At, TimeSpan.Zero))),
        ];
    }

    public async Task<byte[]?> Picture(long jobId, long id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<byte[]>(
            new CommandDefinition("select jpeg from photo where job_id = @jobId and id = @id", new { jobId, id }, cancellationToken: cancel)
        );
    }

    public async Task<bool> Drop(long jobId, long id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteAsync(
                new CommandDefinition("delete from photo where job_id = @jobId and id = @id", new { jobId, id }, cancellationToken: cancel)
            ) > 0;
    }
}
