using System.Runtime.CompilerServices;
using Npgsql;

namespace Irvak.Store;

/// <summary>Follows the changes of all jobs through LISTEN/NOTIFY, whichever host made them.</summary>
public sealed class JobChanges(Database database)
{
    /// <summary>Yields job number and entry number of every new entry until cancelled.</summary>
    public async IAsyncEnumerable<(string Job, int Number)> All([EnumeratorCancellation] CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var heard = new Queue<(string, int)>();
        connection.Notification += (_, notice) =>
        {
            if (notice.Payload.Split(' ') is [var job, var number] && int.TryParse(number, out var n)) heard.Enqueue((job, n));
        };
        await using (var listen = new NpgsqlCommand("listen job", connection)) await listen.ExecuteNonQueryAsync(cancel);
        while (!cancel.IsCancellationRequested)
        {
            await connection.WaitAsync(cancel);
            while (heard.TryDequeue(out var change)) yield return change;
        }
    }
}
