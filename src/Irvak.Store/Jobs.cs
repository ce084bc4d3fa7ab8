using Dapper;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Npgsql;

namespace Irvak.Store;

/// <summary>Jobs and their histories. Every write happens under the job's row lock, with an idempotency key, in one transaction.</summary>
public sealed partial class Jobs(Database database)
{
    private sealed record JobRow
    {
        public required long Id { get; init; }

        public required string Number { get; init; }

        public required string Title { get; init; }

        public required string Owner { get; init; }

        public required string Begun_By { get; init; }

        public required DateTime Begun_At { get; init; }

        public required int Last_Number { get; init; }

        public required string Version { get; init; }

        /// <summary>Null when the state of this version is known.</summary>
        public required string? Snapshot { get; init; }

        public Job With(JobState state, string? damage = null) =>
            new(Id, Number, Title, Owner, Begun_By, new DateTimeOffset(Begun_At, TimeSpan.Zero), Last_Number, state) { Damage = damage };
    }

    // Filled by name: PostgreSQL's arrays don't reach a constructor.
    private sealed class EditRow
    {
        public int Number { get; init; }

        public string Who { get; init; } = "";

        public DateTime At { get; init; }

        public string Kind { get; init; } = "";

        public string? Document { get; init; }

        public int[] Targets { get; init; } = [];

        /// <summary>An edit that can't be read stands in its place without its change: everything around it goes on.</summary>
        public HistoryEntry ToEntry()
        {
            Edit? edit = null;
            try
            {
                if (Document is not null)
                    edit = Database.FromJson<Edit>(Document);
            }
            catch (Exception e) when (Database.IsUnreadable(e))
            {
                edit = null;
            }
            return new(Number, new Stamp(Who, new DateTimeOffset(At, TimeSpan.Zero)), Enum.Parse<EntryKind>(Kind, true), edit, Targets);
        }
    }

    /// <summary>Bytes of a job's stored state, beyond which it takes no more.</summary>
    public const int LargestState = 4 * 1024 * 1024;

    private const string Columns =
        "id, number, title, owner, begun_by, begun_at, last_number, xmin::text as version, "
        + "case when xmin::text = @known then null else snapshot::text end as snapshot";

    /// <summary>A job as this host last read or wrote it.</summary>
    /// <param name="Version">Of its row: the database gives each row that is written another one.</param>
    /// <param name="Parts">Its state as it stands in the snapshot.</param>
    private sealed record Known(string Version, JobState State, Parts Parts);

    private const int MostKnown = 64;

    private readonly Recent<Known> _known = new(MostKnown);

    private string? VersionOf(string number) => _known.TryGet(number, out var known) ? known.Version : null;

    private const string EditColumns = "number, who, at, kind, document::text as document, targets";

    /// <summary>True when there is no job at all.</summary>
    public async Task<bool> AreNone(CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return !await connection.ExecuteScalarAsync<bool>(
            new CommandDefinition("select exists (select 1 from job)", cancellationToken: cancel)
        );
    }

    public async Task<Job?> Find(string number, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var row = await connection.QuerySingleOrDefaultAsync<JobRow>(
            new CommandDefinition(
                $"select {Columns} from job where number = @number",
                new { number, known = VersionOf(number) },
                cancellationToken: cancel
            )
        );
        return row is null ? null : await ToJob(connection, null, row, cancel);
    }

    /// <summary>Number of the newest entry of a job; null when there is no such job.</summary>
    public async Task<int?> LastNumber(string number, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<int?>(
            new CommandDefinition("select last_number from job where number = @number", new { number }, cancellationToken: cancel)
        );
    }

    /// <summary>The job of a row; one whose state can't be read is folded again from its history, without what can't be read
    /// there.</summary>
    private async Task<Job> ToJob(NpgsqlConnection connection, NpgsqlTransaction? transaction, JobRow row, CancellationToken cancel)
    {
        if (_known.TryGet(row.Number, out var known) && known.Version == row.Version)
            return row.With(known.State);
        try
        {
            // What was known went while the row was read: it is read whole.
            var snapshot = row.Snapshot ?? await Snapshot(connection, transaction, row.Id, cancel);
            var state = Database.FromJson<JobState>(snapshot);
            _known.Put(row.Number, new(row.Version, state, Parts.Of(state, Database.Json, null)));
            return row.With(state);
        }
        catch (Exception e) when (Database.IsUnreadable(e))
        {
            var entries = await Entries(connection, transaction, row.Id, 0, cancel);
            var (state, left) = History.FoldWhatCan(entries);
            return row.With(
                state,
                left.Count == 0
                    ? null
                    : $"{(left.Count == 1 ? "Entry" : "Entries")} {string.Join(", ", left)} of its "
                        + $"history can’t be read any more and {(left.Count == 1 ? "is" : "are")} left out."
            );
        }
    }

    private static Task<string> Snapshot(NpgsqlConnection connection, NpgsqlTransaction? transaction, long id, CancellationToken cancel) =>
        connection.QuerySingleAsync<string>(
            new CommandDefinition("select snapshot::text from job where id = @id", new { id }, transaction, cancellationToken: cancel)
        );

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
    public Task<EditOutcome> Apply(
        string number,
        WriteKey key,
        int lastSeen,
        Stamp stamp,
        Edit edit,
        IReadOnlyList<NewCapture> captures,
        Judge judge,
        CancellationToken cancel
    ) =>
        UnderLock(
            number,
            key,
            async (connection, transaction, job) =>
            {
                if (Contract.Problem(edit, "/edit") is { } broken)
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
                try
                {
                    if (EditFold.Refusal(job.State, edit) is { } problem)
                        return new EditOutcome.Refused(problem);
                    var whole = EditFold.Completed(job.State, edit);
                    var outcome = await Append(
                        connection,
                        transaction,
                        job,
                        key,
                        stamp,
                        EntryKind.Edit,
                        whole,
                        [],
                        EditFold.Apply(job.State, whole, stamp),
                        judge,
                        cancel
                    );
                    if (outcome is EditOutcome.Applied)
                        for (var i = 0; i < captures.Count; i++)
                            await Keep(connection, transaction, job.Id, key.Key, i, captures[i], stamp, cancel);
                    return outcome;
                }
                catch (Exception e) when (Database.IsOfTheWork(e))
                {
                    return new EditOutcome.Unworkable(e);
                }
            },
            cancel
        );

    /// <summary>Takes back one's own latest edit. When later edits rest on it, they are named, and go along only when asked for.</summary>
    public Task<EditOutcome> Undo(string number, WriteKey key, Stamp stamp, bool withDependents, Judge judge, CancellationToken cancel) =>
        UnderLock(
            number,
            key,
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

    /// <summary>The history of a job, newest first, by pages.</summary>
    public async Task<IReadOnlyList<HistoryEntry>> HistoryOf(long jobId, int before, int count, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<EditRow>(
            new CommandDefinition(
                $"select {EditColumns} from edit where job_id = @jobId and number < @before order by number desc limit @count",
                new
                {
                    jobId,
                    before,
                    count,
                },
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => r.ToEntry())];
    }

    public async Task<IReadOnlyList<CaptureRow>> CapturesOf(long jobId, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<(long Id, string Phase, string Kind, string Reading, string Who, DateTime At, string? Name)>(
            new CommandDefinition(
                "select id, phase, kind, reading::text, who, at, name from capture where job_id = @jobId order by id",
                new { jobId },
                cancellationToken: cancel
            )
        );
        return
        [
            .. rows.Select(r => new CaptureRow(r.Id, r.Phase, r.Kind, r.Reading, r.Who, new DateTimeOffset(r.At, TimeSpan.Zero), r.Name)),
        ];
    }

    /// <summary>A stored capture as it was sent; null when this job has none of that number.</summary>
    public async Task<byte[]?> CaptureBytes(long jobId, long id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<byte[]>(
            new CommandDefinition(
                "select bytes from capture where job_id = @jobId and id = @id",
                new { jobId, id },
                cancellationToken: cancel
            )
        );
    }

    private async Task<EditOutcome> UnderLock(
        string number,
        WriteKey key,
        Func<NpgsqlConnection, NpgsqlTransaction, Job, Task<EditOutcome>> work,
        CancellationToken cancel
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var (row, earlier) = await Locked(connection, transaction, number, key, cancel);
        if (row is null)
            return new EditOutcome.Unknown();
        var job = await ToJob(connection, transaction, row, cancel);
        if (earlier is { } stood)
            return stood.Digest is { } digest && digest != key.Digest
                ? new EditOutcome.OtherContent()
                : new EditOutcome.Applied(job, stood.Number, Repeated: true);
        var outcome = await work(connection, transaction, job);
        if (outcome is not EditOutcome.Applied applied)
            return outcome;
        await transaction.CommitAsync(cancel);
        applied.Committed?.Invoke();
        return outcome;
    }

    /// <summary>The row of a job, locked, and the entry that was made under a key; both in one question: each way to the database and back
    /// is longer than the work there.</summary>
    private async Task<(JobRow? Row, (int Number, string? Digest)? Earlier)> Locked(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        string number,
        WriteKey key,
        CancellationToken cancel
    )
    {
        await using var answers = await connection.QueryMultipleAsync(
            new CommandDefinition(
                $"""
                select {Columns} from job where number = @number for update;
                select edit.number, digest from edit join job on job.id = job_id where job.number = @number and key = @Key
                """,
                new
                {
                    number,
                    key.Key,
                    known = VersionOf(number),
                },
                transaction,
                cancellationToken: cancel
            )
        );
        return (await answers.ReadSingleOrDefaultAsync<JobRow>(), await answers.ReadSingleOrDefaultAsync<(int Number, string? Digest)?>());
    }

    private static async Task<IReadOnlyList<HistoryEntry>> Entries(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        long jobId,
        int after,
        CancellationToken cancel
    )
    {
        var rows = await connection.QueryAsync<EditRow>(
            new CommandDefinition(
                $"select {EditColumns} from edit where job_id = @jobId and number > @after order by number",
                new { jobId, after },
                transaction,
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => r.ToEntry())];
    }

    /// <summary>Numbers of edits that were taken back: nobody clashes with them.</summary>
    private static async Task<HashSet<int>> Undone(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        long jobId,
        CancellationToken cancel
    )
    {
        var rows = await connection.QueryAsync<EditRow>(
            new CommandDefinition(
                "select kind, targets from edit where job_id = @jobId and kind <> 'edit' order by number",
                new { jobId },
                transaction,
                cancellationToken: cancel
            )
        );
        var undone = new HashSet<int>();
        foreach (var row in rows)
            if (row.Kind == "undo")
                undone.UnionWith(row.Targets);
            else
                undone.ExceptWith(row.Targets);
        return undone;
    }
}
