using Dapper;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Npgsql;
using NpgsqlTypes;

namespace Irvak.Store;

/// <summary>Jobs and their histories. Every write happens under the job's row lock, with an idempotency key, in one transaction.</summary>
public sealed partial class Jobs(Database database)
{
    /// <summary>Bytes of a job's stored state, beyond which it takes no more.</summary>
    public const int LargestState = 4 * 1024 * 1024;

    /// <summary>Begins a job; sending the same key again returns the job that was begun with it.</summary>
    /// <param name="first">Edits that it begins with, and captures to keep with them: with them or not at all.</param>
    public async Task<EditOutcome> Begin(
        WriteKey key,
        string title,
        string owner,
        Stamp stamp,
        IReadOnlyList<Edit> first,
        IReadOnlyList<NewCapture> captures,
        Judge judge,
        CancellationToken cancel
    ) =>
        await Create(
            key,
            title,
            owner,
            stamp,
            [.. first.Select((e, i) => new HistoryEntry(i + 1, stamp, EntryKind.Edit, e, []))],
            captures,
            judge,
            cancel
        );

    /// <summary>Applies an edit on top of what others did, unless it truly clashes.</summary>
    /// <param name="lastSeen">Number of the newest entry that the sender had seen.</param>
    /// <param name="captures">Captures to keep with it.</param>
    /// <param name="seen">Shelf and evidence that the edit was resolved and is judged with; null when they were asked for just now.</param>
    public async Task<EditOutcome> Apply(
        string number,
        WriteKey key,
        int lastSeen,
        Stamp stamp,
        Edit edit,
        IReadOnlyList<NewCapture> captures,
        Judge judge,
        LibraryVersion? seen,
        CancellationToken cancel
    )
    {
        var broken = Contract.Problem(edit, "/edit");
        // A job that this host knows mostly stands as it knows it: it is worked out while the database is asked.
        var known = broken is null ? KnownOf(number)?.Job : null;
        var ahead = known is null ? null : Task.Run(() => Worked(known, edit, stamp, judge), CancellationToken.None);
        try
        {
            return await UnderLock(number, key, seen, Changed, cancel);
        }
        finally
        {
            // Nothing judges any more once this is answered.
            if (ahead is not null)
                await ((Task)ahead).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }

        async Task<EditOutcome> Changed(NpgsqlConnection connection, NpgsqlTransaction transaction, Job job)
        {
            if (broken is not null)
                return new EditOutcome.Refused(broken);
            if (lastSeen < 0 || lastSeen > job.LastNumber)
                return new EditOutcome.Refused(
                    new("/lastSeen", $"The newest entry of this job is {job.LastNumber}; nobody can have seen {lastSeen}.")
                );
            if (lastSeen < job.LastNumber)
            {
                var since = await Meeting(connection, transaction, job.Id, lastSeen, edit, cancel);
                var undone = await Undone(connection, transaction, job.Id, cancel);
                var clashes = Clashes.Find(edit, since.Where(e => !undone.Contains(e.Number)));
                if (clashes.Count > 0)
                    return new EditOutcome.Clashed(clashes, job.LastNumber);
            }
            if (job.LastNumber >= MostEntries)
                return new EditOutcome.Refused(
                    new("/edit", $"A job holds at most {MostEntries} entries; begin another one for this machine.")
                );
            var work = ahead is not null && ReferenceEquals(known, job) ? await ahead : Worked(job, edit, stamp, judge);
            return work.Refused
                ?? await Append(connection, transaction, job, key, stamp, EntryKind.Edit, work.Edit, [], work.After!, captures, cancel);
        }
    }

    /// <summary>A job after an edit, or why it can't be stored with it.</summary>
    private (Edit? Edit, CheckedJob? After, EditOutcome? Refused) Worked(Job job, Edit edit, Stamp stamp, Judge judge)
    {
        try
        {
            if (EditFold.Refusal(job.State, edit) is { } problem)
                return (null, null, new EditOutcome.Refused(problem));
            var whole = EditFold.Completed(job.State, edit);
            var after = Checked(Next(job, EditFold.Apply(job.State, whole, stamp)), whole, judge);
            return (whole, after, after.Refused);
        }
        catch (Exception e) when (Database.IsOfTheWork(e))
        {
            return (null, null, new EditOutcome.Unworkable(e));
        }
    }

    /// <summary>Takes back one's own latest edit. When later edits rest on it, they are named, and go along only when asked for.</summary>
    public Task<EditOutcome> Undo(string number, WriteKey key, Stamp stamp, bool withDependents, Judge judge, CancellationToken cancel) =>
        UnderLock(
            number,
            key,
            null,
            async (connection, transaction, job) =>
            {
                var broken = job.Damage is not null || Checked(job, null, judge).Refused is not null;
                var (stretch, plan) = await Reaching(
                    connection,
                    transaction,
                    job,
                    s => History.PlanUndo(s.Entries, stamp.Who, anyone: broken, from: s.From),
                    (found, _) => found.Target is not null,
                    cancel
                );
                if (plan.Target is not { } target)
                    return new EditOutcome.NothingToDo();
                if (plan.Dependents.Count > 0 && !withDependents)
                    return new EditOutcome.Rests(target, [.. stretch.Entries.Where(e => plan.Dependents.Contains(e.Number))]);
                return await Replay(
                    connection,
                    transaction,
                    job,
                    key,
                    stamp,
                    EntryKind.Undo,
                    [target, .. plan.Dependents],
                    stretch,
                    judge,
                    cancel
                );
            },
            cancel
        );

    public Task<EditOutcome> Redo(string number, WriteKey key, Stamp stamp, Judge judge, CancellationToken cancel) =>
        UnderLock(
            number,
            key,
            null,
            async (connection, transaction, job) =>
            {
                var (stretch, undo) = await Reaching(
                    connection,
                    transaction,
                    job,
                    s => History.PlanRedo(s.Entries, stamp.Who),
                    // Not only the undo, but what it took back, and an edit of one's own ends the search.
                    (found, s) =>
                        found is { } u
                            ? u.Targets.All(t => t > s.After)
                            : s.Entries.Any(e => e.Stamp.Who == stamp.Who && e.Kind == EntryKind.Edit),
                    cancel
                );
                return undo is not null
                    ? await Replay(connection, transaction, job, key, stamp, EntryKind.Redo, undo.Targets, stretch, judge, cancel)
                    : new EditOutcome.NothingToDo();
            },
            cancel
        );

    private async Task<EditOutcome> UnderLock(
        string number,
        WriteKey key,
        LibraryVersion? seen,
        Func<NpgsqlConnection, NpgsqlTransaction, Job, Task<EditOutcome>> work,
        CancellationToken cancel
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var known = KnownOf(number);
        var (row, earlier, isNewest) = await Locked(connection, transaction, number, known, key, seen, cancel);
        if (row is null)
            return new EditOutcome.Unknown();
        if (!isNewest)
            return new EditOutcome.Outdated();
        var job = await ToJob(connection, transaction, row, known, cancel);
        if (earlier is { } stood)
            return stood.Digest is { } digest && digest != key.Digest
                ? new EditOutcome.OtherContent()
                : new EditOutcome.Applied(job, stood.Number, Repeated: true);
        // What stands is committed with its writing; everything else is rolled back here.
        return await work(connection, transaction, job);
    }

    /// <summary>The row of a job, locked, the entry that was made under a key, and whether shelf and evidence are still those seen; all in
    /// one question: each way to the database and back is longer than the work there.</summary>
    private static async Task<(JobRow? Row, (int Number, string? Digest)? Earlier, bool IsNewest)> Locked(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        string number,
        Known? known,
        WriteKey key,
        LibraryVersion? seen,
        CancellationToken cancel
    )
    {
        await using var command = await Prepared.Command(
            connection,
            transaction,
            Locking,
            [
                Prepared.Value("number", NpgsqlDbType.Text, number),
                Prepared.Value("key", NpgsqlDbType.Uuid, key.Key),
                Prepared.Value("known", NpgsqlDbType.Text, known?.Version),
                // Nobody asks: nothing differs from nothing.
                Prepared.Value("evidence", NpgsqlDbType.Bigint, seen?.Evidence),
                Prepared.Value("shelf", NpgsqlDbType.Bigint, seen?.Shelf),
            ],
            cancel
        );
        await using var answers = await command.ExecuteReaderAsync(cancel);
        var row = answers.Parse<JobRow>().SingleOrDefault();
        await answers.NextResultAsync(cancel);
        var earlier = answers.Parse<(int Number, string? Digest)?>().SingleOrDefault();
        await answers.NextResultAsync(cancel);
        return (row, earlier, answers.Parse<bool>().Single());
    }

    private const string Locking = $"""
        select {Columns} from job where number = @number for update;
        select edit.number, digest from edit join job on job.id = job_id where job.number = @number and key = @key;
        select not exists (
            select from library_version
            where (what = 'evidence' and version <> @evidence) or (what = 'shelf_part' and version <> @shelf)
        )
        """;
}
