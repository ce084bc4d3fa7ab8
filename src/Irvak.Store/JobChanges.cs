using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Npgsql;

namespace Irvak.Store;

/// <summary>Something that changed, whichever host did it.</summary>
public abstract record Notice
{
    /// <summary>Listening has begun, or begun again: what happened before was not heard.</summary>
    public sealed record Listening : Notice;

    /// <summary>A job has a new entry.</summary>
    public sealed record Entry(string Job, int Number) : Notice;

    /// <summary>Shelf, sheets or evidence changed.</summary>
    public sealed record Library : Notice;
}

/// <summary>Follows the changes of all jobs and of the shelf through LISTEN/NOTIFY.</summary>
public sealed class JobChanges(Database database)
{
    // More notices than this at once are one: look at everything again.
    private const int MostWaiting = 10_000;

    // A connection whose other end is gone without a word is noticed by asking.
    private static readonly TimeSpan Ask = TimeSpan.FromSeconds(20);

    /// <summary>Yields every change until cancelled, first of all that it listens.</summary>
    /// <exception cref="NpgsqlException">The connection is lost; ask again.</exception>
    public async IAsyncEnumerable<Notice> All([EnumeratorCancellation] CancellationToken cancel)
    {
        await using var connection = await database.OpenApart(cancel);
        var heard = Channel.CreateUnbounded<Notice>();
        connection.Notification += (_, notice) =>
        {
            if (notice.Channel == "library")
                heard.Writer.TryWrite(new Notice.Library());
            else if (notice.Payload.Split(' ') is [var job, var number] && int.TryParse(number, out var n))
                heard.Writer.TryWrite(new Notice.Entry(job, n));
        };
        await Run(connection, "listen job; listen library", cancel);
        yield return new Notice.Listening();
        while (!cancel.IsCancellationRequested)
        {
            if (heard.Reader.Count > MostWaiting)
            {
                while (heard.Reader.TryRead(out _)) { }
                yield return new Notice.Listening();
            }
            while (heard.Reader.TryRead(out var change))
                yield return change;
            if (!await connection.WaitAsync(Ask, cancel))
                await Run(connection, "select 1", cancel);
        }
    }

    private static async Task Run(NpgsqlConnection connection, string sql, CancellationToken cancel)
    {
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync(cancel);
    }
}
