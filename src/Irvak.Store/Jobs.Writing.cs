using Dapper;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Npgsql;
using NpgsqlTypes;

namespace Irvak.Store;

public sealed partial class Jobs
{
    private async Task<EditOutcome> Replay(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Job job,
        WriteKey key,
        Stamp stamp,
        EntryKind kind,
        IReadOnlyList<int> targets,
        Stretch stretch,
        Judge judge,
        CancellationToken cancel
    )
    {
        var (state, left) = History.FoldWhatCan(
            [.. stretch.Entries, new HistoryEntry(job.LastNumber + 1, stamp, kind, null, targets)],
            stretch.From
        );
        // The stored state still has what an entry did that can't be read any more; folding anew would lose it without a word.
        if (left.Count > 0 && job.Damage is null && Checked(job, null, judge).Refused is null)
            return new EditOutcome.Refused(
                new(
                    "/",
                    $"Entry {left[0]} of the history can’t be read any more: taking back or "
                        + "bringing again would lose what it did. Change by hand what should be otherwise."
                )
            );
        var after = Checked(Next(job, state), null, judge);
        if (after.Refused is EditOutcome.Unworkable && after.Snapshot.All.Count > 0 && Checked(job, null, judge).Refused is not null)
            // What could not be worked out before may be taken back although more is wrong with it.
            after = after with { Listing = null, Refused = null };
        return after.Refused ?? await Append(connection, transaction, job, key, stamp, kind, null, targets, after, [], cancel);
    }

    /// <summary>A job as it is to be stored.</summary>
    /// <param name="Snapshot">Its state as it is written; the job has it as it is read back.</param>
    /// <param name="Listing">Null when it can't be worked out.</param>
    /// <param name="Refused">Why it can't be stored; null when it can.</param>
    private sealed record CheckedJob(Job Job, Parts Snapshot, JobListing? Listing, EditOutcome? Refused);

    private static Job Next(Job job, JobState state) => job with { LastNumber = job.LastNumber + 1, State = state, Damage = null };

    /// <summary>Adds an entry and ends the transaction. The state after it was written, read back and worked out before.</summary>
    private async Task<EditOutcome> Append(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Job job,
        WriteKey key,
        Stamp stamp,
        EntryKind kind,
        Edit? edit,
        IReadOnlyList<int> targets,
        CheckedJob after,
        IReadOnlyList<NewCapture> captures,
        CancellationToken cancel
    )
    {
        var next = after.Job;
        await using var command = await Prepared.Command(
            connection,
            transaction,
            $"""
            insert into edit (job_id, number, key, digest, who, at, kind, document, targets, touches)
            values (@id, @number, @key, @digest, @who, @at, @kind, @document, @targets, @touches);
            {(next.LastNumber % CheckpointEvery == 0 ? Checkpoint : "")}
            {Settling};
            select pg_notify('job', @notice);
            {(captures.Count == 0 ? "commit" : "")}
            """,
            [
                .. Settled(next, after),
                Prepared.Value("key", NpgsqlDbType.Uuid, key.Key),
                Prepared.Value("digest", NpgsqlDbType.Text, key.Digest),
                Prepared.Value("who", NpgsqlDbType.Text, stamp.Who),
                Prepared.Value("at", NpgsqlDbType.TimestampTz, stamp.When.UtcDateTime),
                Prepared.Value("kind", NpgsqlDbType.Text, Word(kind)),
                Prepared.Value("document", NpgsqlDbType.Jsonb, edit is null ? null : Database.ToJson(edit)),
                Prepared.Value("targets", NpgsqlDbType.Array | NpgsqlDbType.Integer, targets.ToArray()),
                Prepared.Value("touches", NpgsqlDbType.Array | NpgsqlDbType.Text, edit is null ? [] : Clashes.Marks(edit).ToArray()),
                Prepared.Value("notice", NpgsqlDbType.Text, $"{job.Number} {next.LastNumber}"),
            ],
            cancel
        );
        var version = (string)(await command.ExecuteScalarAsync(cancel))!;
        for (var i = 0; i < captures.Count; i++)
            await Keep(connection, transaction, job.Id, key.Key, i, captures[i], stamp, cancel);
        if (captures.Count > 0)
            await transaction.CommitAsync(cancel);
        // A row of this version is seen by others once it is committed, and never when it is not: what is known of it can be put down now.
        _known.Put(job.Number, new(version, next, after.Snapshot));
        return new EditOutcome.Applied(next, next.LastNumber, Repeated: false);
    }

    /// <summary>The job as it would be read back, with its listing; or why it can't be stored.</summary>
    private CheckedJob Checked(Job job, Edit? edit, Judge judge)
    {
        var parts = Nothing;
        try
        {
            var before = KnownOf(job.Number)?.Parts;
            parts = Parts.Of(job.State, Database.Json, before);
            if (parts.Length > LargestState)
                return new(
                    job,
                    parts,
                    null,
                    new EditOutcome.Refused(new("/edit", "This job has become too large to take more; begin another one for this machine."))
                );
            if (edit is not null)
                Database.FromJson<Edit>(Database.ToJson(edit));
            var state = JobState.Start with { };
            parts = parts.ReadInto(state, before, Database.Stored);
            var read = job with { State = state };
            return new(read, parts, judge(read), null);
        }
        catch (Exception e) when (Database.IsOfTheWork(e))
        {
            return new(job, parts, null, new EditOutcome.Unworkable(e));
        }
    }

    private static readonly Parts Nothing = new([]);

    private const string Checkpoint = "insert into checkpoint (job_id, number, snapshot) values (@id, @number, @snapshot);";

    private const string Settling =
        $"update job set last_number = @number, snapshot = @snapshot, {Listings.Set} where id = @id returning xmin::text";

    private static IReadOnlyList<NpgsqlParameter> Settled(Job job, CheckedJob after) =>
        [.. Listings.Values(job, after.Listing), Prepared.Value("snapshot", NpgsqlDbType.Jsonb, after.Snapshot.Whole())];

    private static async Task Settle(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Job job,
        CheckedJob after,
        CancellationToken cancel
    )
    {
        await using var command = await Prepared.Command(connection, transaction, Settling, Settled(job, after), cancel);
        await command.ExecuteNonQueryAsync(cancel);
    }

    private static string Word(EntryKind kind) => kind.ToString().ToLowerInvariant();

    private static async Task Keep(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        long jobId,
        Guid key,
        int part,
        NewCapture capture,
        Stamp stamp,
        CancellationToken cancel
    ) =>
        await connection.ExecuteAsync(
            new CommandDefinition(
                "insert into capture (job_id, key, part, name, phase, kind, bytes, reading, who, at) "
                    + "values (@jobId, @key, @part, @Name, @Phase, @Kind, @Bytes, @Reading::jsonb, @Who, @at)",
                new
                {
                    jobId,
                    key,
                    part,
                    capture.Name,
                    capture.Phase,
                    capture.Kind,
                    capture.Bytes,
                    capture.Reading,
                    stamp.Who,
                    at = stamp.When.UtcDateTime,
                },
                transaction,
                cancellationToken: cancel
            )
        );
}
