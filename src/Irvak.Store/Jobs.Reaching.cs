using Dapper;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Npgsql;

namespace Irvak.Store;

/// <summary>How far back a write looks into a history that may be long.</summary>
public sealed partial class Jobs
{
    /// <summary>Entries between two kept states.</summary>
    public const int CheckpointEvery = 100;

    /// <summary>The newer part of a history, and the state that it begins from.</summary>
    /// <param name="After">Number of the entry that the state was kept after; 0 for the beginning.</param>
    private sealed record Stretch(int After, JobState From, IReadOnlyList<HistoryEntry> Entries)
    {
        public bool IsWhole => After == 0;
    }

    /// <summary>
    /// The history since the newest kept state that is not beyond a number. One that an undo or redo reached behind afterwards is not the
    /// state of those entries any more, and is passed over.
    /// </summary>
    private static async Task<Stretch> Since(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        long jobId,
        int notBeyond,
        CancellationToken cancel
    )
    {
        var kept = await connection.QuerySingleOrDefaultAsync<(int Number, string Snapshot)?>(
            new CommandDefinition(
                """
                select number, snapshot::text from checkpoint kept
                where job_id = @jobId and number <= @notBeyond and not exists (
                    select 1 from edit turn, unnest(turn.targets) target
                    where turn.job_id = @jobId and turn.kind <> 'edit' and turn.number > kept.number and target <= kept.number)
                order by number desc limit 1
                """,
                new { jobId, notBeyond },
                transaction,
                cancellationToken: cancel
            )
        );
        try
        {
            if (kept is { } found)
                return new(
                    found.Number,
                    Database.FromJson<JobState>(found.Snapshot),
                    await Entries(connection, transaction, jobId, found.Number, cancel)
                );
        }
        catch (Exception e) when (Database.IsUnreadable(e))
        {
            // Kept by a version with other slices: the entries themselves tell.
        }
        return new(0, JobState.Start, await Entries(connection, transaction, jobId, 0, cancel));
    }

    /// <summary>Looks back ever further until what is looked for is found, or nothing is left.</summary>
    private static async Task<(Stretch Stretch, T Found)> Reaching<T>(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Job job,
        Func<Stretch, T> look,
        Func<T, Stretch, bool> enough,
        CancellationToken cancel
    )
    {
        // What is damaged is folded from its beginning: what can't be read there is left out, and told.
        var notBeyond = job.Damage is null ? job.LastNumber - 1 : 0;
        while (true)
        {
            var stretch = await Since(connection, transaction, job.Id, notBeyond, cancel);
            var found = look(stretch);
            if (stretch.IsWhole || enough(found, stretch))
                return (stretch, found);
            notBeyond = Math.Max(0, stretch.After - (job.LastNumber - stretch.After));
        }
    }

    /// <summary>Entries since a number, those alone that touch what an edit touches, and those that don't tell.</summary>
    private static async Task<IReadOnlyList<HistoryEntry>> Meeting(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        long jobId,
        int after,
        Edit edit,
        CancellationToken cancel
    )
    {
        var rows = await connection.QueryAsync<EditRow>(
            new CommandDefinition(
                $"""
                select {EditColumns} from edit
                where job_id = @jobId and number > @after and kind = 'edit' and (touches is null or touches && @met) order by number
                """,
                new
                {
                    jobId,
                    after,
                    met = Clashes.MetBy(edit).ToArray(),
                },
                transaction,
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => r.ToEntry())];
    }
}
