using Dapper;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Npgsql;

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
        return await Append(connection, transaction, job, key, stamp, kind, null, targets, state, [], judge, cancel);
    }

    /// <summary>Adds an entry and ends the transaction, once the state after it was written, read back and worked out. Nothing is written
    /// otherwise.</summary>
    private async Task<EditOutcome> Append(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Job job,
        WriteKey key,
        Stamp stamp,
        EntryKind kind,
        Edit? edit,
        IReadOnlyList<int> targets,
        JobState state,
        IReadOnlyList<NewCapture> captures,
        Judge judge,
        CancellationToken cancel
    )
    {
        var next = job with { LastNumber = job.LastNumber + 1, State = state, Damage = null };
        var (checkedJob, snapshot, listing, refused) = Checked(next, edit, judge);
        if (
            refused is EditOutcome.Unworkable
            && kind != EntryKind.Edit
            && snapshot.All.Count > 0
            && Checked(job, null, judge).Refused is not null
        )
            // What could not be worked out before may be taken back although more is wrong with it.
            (checkedJob, listing) = (next, null);
        else if (refused is not null)
            return refused;
        var version = await connection.QuerySingleAsync<string>(
            new CommandDefinition(
                $"""
                insert into edit (job_id, number, key, digest, who, at, kind, document, targets, touches)
                values (@id, @number, @Key, @Digest, @Who, @at, @kind, @document::jsonb, @targets, @touches);
                {(next.LastNumber % CheckpointEvery == 0 ? Checkpoint : "")}
                {Settling};
                select pg_notify('job', @notice);
                {(captures.Count == 0 ? "commit" : "")}
                """,
                Listings.Values(
                    job.Id,
                    listing,
                    new
                    {
                        number = next.LastNumber,
                        key.Key,
                        key.Digest,
                        stamp.Who,
                        at = stamp.When.UtcDateTime,
                        kind = Word(kind),
                        document = edit is null ? null : Database.ToJson(edit),
                        targets = targets.ToArray(),
                        touches = edit is null ? [] : Clashes.Marks(edit).ToArray(),
                        notice = $"{job.Number} {next.LastNumber}",
                        checkedJob.LastNumber,
                        snapshot = snapshot.Text(),
                    }
                ),
                transaction,
                cancellationToken: cancel
            )
        );
        for (var i = 0; i < captures.Count; i++)
            await Keep(connection, transaction, job.Id, key.Key, i, captures[i], stamp, cancel);
        if (captures.Count > 0)
            await transaction.CommitAsync(cancel);
        // A row of this version is seen by others once it is committed, and never when it is not: what is known of it can be put down now.
        _known.Put(job.Number, new(version, checkedJob.State, snapshot));
        return new EditOutcome.Applied(checkedJob, next.LastNumber, Repeated: false);
    }

    /// <summary>The job as it would be read back, with its listing; or why it can't be stored.</summary>
    private (Job Job, Parts Snapshot, JobListing? Listing, EditOutcome? Refused) Checked(Job job, Edit? edit, Judge judge)
    {
        var parts = Nothing;
        try
        {
            var before = KnownOf(job.Number)?.Parts;
            parts = Parts.Of(job.State, Database.Json, before);
            if (parts.Length > LargestState)
                return (
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
            return (read, parts, judge(read), null);
        }
        catch (Exception e) when (Database.IsOfTheWork(e))
        {
            return (job, parts, null, new EditOutcome.Unworkable(e));
        }
    }

    private static readonly Parts Nothing = new([]);

    private const string Checkpoint = "insert into checkpoint (job_id, number, snapshot) values (@id, @number, @snapshot::jsonb);";

    private const string Settling =
        $"update job set last_number = @LastNumber, snapshot = @snapshot::jsonb, {Listings.Set} where id = @id returning xmin::text";

    private static Task<int> Settle(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        Job job,
        Parts snapshot,
        JobListing? listing,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            new CommandDefinition(
                Settling,
                Listings.Values(job.Id, listing, new { job.LastNumber, snapshot = snapshot.Text() }),
                transaction,
                cancellationToken: cancel
            )
        );

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
