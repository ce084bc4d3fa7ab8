using Dapper;
using Irvak.Core.Plans;
using Npgsql;

namespace Irvak.Store;

/// <summary>Jobs and their histories. Every write happens under the job's row lock, with an idempotency key, in one transaction.</summary>
public sealed class Jobs(Database database)
{
    private sealed record JobRow(long Id, string Number, string Title, string Owner, string Begun_By, DateTime Begun_At, int Last_Number, string Snapshot)
    {
        public Job ToJob() => new(Id, Number, Title, Owner, Begun_By, new DateTimeOffset(Begun_At, TimeSpan.Zero), Last_Number, Database.FromJson<JobState>(Snapshot));
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

        public HistoryEntry ToEntry() => new(Number, new Stamp(Who, new DateTimeOffset(At, TimeSpan.Zero)), Enum.Parse<EntryKind>(Kind, true),
            Document is null ? null : Database.FromJson<Edit>(Document), Targets);
    }

    private const string Columns = "id, number, title, owner, begun_by, begun_at, last_number, snapshot::text as snapshot";
    private const string EditColumns = "number, who, at, kind, document::text as document, targets";

    public async Task<IReadOnlyList<Job>> All(CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<JobRow>(new CommandDefinition($"select {Columns} from job order by id desc limit 200", cancellationToken: cancel));
        return [.. rows.Select(r => r.ToJob())];
    }

    public async Task<Job?> Find(string number, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var row = await connection.QuerySingleOrDefaultAsync<JobRow>(new CommandDefinition($"select {Columns} from job where number = @number", new { number }, cancellationToken: cancel));
        return row?.ToJob();
    }

    /// <summary>Begins a job; sending the same key again returns the job that was begun with it.</summary>
    public async Task<Job> Begin(Guid key, string title, string owner, Stamp stamp, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(
            """
            insert into job (number, title, owner, begun_by, begun_at, create_key, snapshot)
            values (to_char(nextval('job_number'), 'FM0000'), @title, @owner, @Who, @When, @key, @snapshot::jsonb)
            on conflict (create_key) do nothing
            """,
            new { title, owner, stamp.Who, When = stamp.When.UtcDateTime, key, snapshot = Database.ToJson(JobState.Start) }, cancellationToken: cancel));
        var row = await connection.QuerySingleAsync<JobRow>(new CommandDefinition($"select {Columns} from job where create_key = @key", new { key }, cancellationToken: cancel));
        return row.ToJob();
    }

    /// <summary>Applies an edit on top of what others did, unless it truly clashes.</summary>
    /// <param name="lastSeen">Number of the newest entry that the sender had seen.</param>
    /// <param name="captures">Captures to keep with it.</param>
    public Task<EditOutcome> Apply(string number, Guid key, int lastSeen, Stamp stamp, Edit edit, IReadOnlyList<NewCapture> captures, CancellationToken cancel) =>
        UnderLock(number, key, async (connection, transaction, job) =>
        {
            if (lastSeen < job.LastNumber)
            {
                var since = await Entries(connection, transaction, job.Id, lastSeen, cancel);
                var undone = await Undone(connection, transaction, job.Id, cancel);
                var clashes = Clashes.Find(edit, since.Where(e => !undone.Contains(e.Number)));
                if (clashes.Count > 0) return new EditOutcome.Clashed(clashes, job.LastNumber);
            }
            if (EditFold.Refusal(job.State, edit) is { } problem) return new EditOutcome.Refused(problem);
            for (var i = 0; i < captures.Count; i++) await Keep(connection, transaction, job.Id, key, i, captures[i], stamp, cancel);
            return await Append(connection, transaction, job, key, stamp, EntryKind.Edit, edit, [], EditFold.Apply(job.State, edit, stamp), cancel);
        }, cancel);

    /// <summary>Takes back one's own latest edit. When later edits rest on it, they are named, and go along only when asked for.</summary>
    public Task<EditOutcome> Undo(string number, Guid key, Stamp stamp, bool withDependents, CancellationToken cancel) =>
        UnderLock(number, key, async (connection, transaction, job) =>
        {
            var entries = await Entries(connection, transaction, job.Id, 0, cancel);
            var plan = History.PlanUndo(entries, stamp.Who);
            if (plan.Target is not { } target) return new EditOutcome.NothingToDo();
            if (plan.Dependents.Count > 0 && !withDependents)
                return new EditOutcome.Rests(target, [.. entries.Where(e => plan.Dependents.Contains(e.Number))]);
            return await Replay(connection, transaction, job, key, stamp, EntryKind.Undo, [target, .. plan.Dependents], entries, cancel);
        }, cancel);

    public Task<EditOutcome> Redo(string number, Guid key, Stamp stamp, CancellationToken cancel) =>
        UnderLock(number, key, async (connection, transaction, job) =>
        {
            var entries = await Entries(connection, transaction, job.Id, 0, cancel);
            return History.PlanRedo(entries, stamp.Who) is { } undo
                ? await Replay(connection, transaction, job, key, stamp, EntryKind.Redo, undo.Targets, entries, cancel)
                : new EditOutcome.NothingToDo();
        }, cancel);

    /// <summary>
    /// Brings a job in from its history: every edit is checked in order as if it were made now, and the first that can't be applied
    /// refuses the whole. The same key brings it in once.
    /// </summary>
    public async Task<(Job? Job, Core.Sheets.SheetProblem? Problem)> Import(Guid key, string title, string owner, Stamp begun, IReadOnlyList<HistoryEntry> entries, CancellationToken cancel)
    {
        if (string.IsNullOrWhiteSpace(title) || title.Length > 120) return (null, new("/title", "A job needs a title of at most 120 characters."));
        if (entries.Count > 10_000) return (null, new("/entries", "A job holds at most 10 000 entries."));
        var state = JobState.Start;
        for (var i = 0; i < entries.Count; i++)
        {
            var entry = entries[i];
            if (entry.Number != i + 1) return (null, new($"/entries/{i}/number", $"Entries are numbered from 1 without a gap; this is number {i + 1}."));
            if (entry.Kind == EntryKind.Edit != entry.Edit is not null || entry.Targets.Any(t => t < 1 || t > i)) return (null, new($"/entries/{i}", "An edit carries its change, an undo or redo the numbers of earlier entries."));
            if (string.IsNullOrWhiteSpace(entry.Stamp.Who) || entry.Stamp.Who.Length > 80) return (null, new($"/entries/{i}/who", "Every entry says who made it."));
            if (entry.Edit is not { } edit) { state = History.Fold([.. entries.Take(i + 1)]); continue; }
            if (EditFold.Refusal(state, edit) is { } problem) return (null, problem with { Path = $"/entries/{i}{problem.Path}" });
            state = EditFold.Apply(state, edit, entry.Stamp);
        }
        var job = await Begin(key, title, owner, begun, cancel);
        if (job.LastNumber > 0 || entries.Count == 0) return (job, null);
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        for (var i = 0; i < entries.Count; i++)
            await connection.ExecuteAsync(new CommandDefinition(
                "insert into edit (job_id, number, key, who, at, kind, document, targets) values (@Id, @Number, @entryKey, @Who, @at, @kind, @document::jsonb, @targets)",
                new { job.Id, entries[i].Number, entryKey = Guid.NewGuid(), entries[i].Stamp.Who, at = entries[i].Stamp.When.UtcDateTime, kind = entries[i].Kind.ToString().ToLowerInvariant(), document = entries[i].Edit is { } e ? Database.ToJson(e) : null, targets = entries[i].Targets.ToArray() }, transaction, cancellationToken: cancel));
        await connection.ExecuteAsync(new CommandDefinition("update job set last_number = @last, snapshot = @snapshot::jsonb where id = @Id", new { job.Id, last = entries.Count, snapshot = Database.ToJson(state) }, transaction, cancellationToken: cancel));
        await transaction.CommitAsync(cancel);
        return (job with { LastNumber = entries.Count, State = state }, null);
    }

    /// <summary>The history of a job, newest first, by pages.</summary>
    public async Task<IReadOnlyList<HistoryEntry>> HistoryOf(long jobId, int before, int count, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<EditRow>(new CommandDefinition(
            $"select {EditColumns} from edit where job_id = @jobId and number < @before order by number desc limit @count", new { jobId, before, count }, cancellationToken: cancel));
        return [.. rows.Select(r => r.ToEntry())];
    }

    public async Task<IReadOnlyList<CaptureRow>> CapturesOf(long jobId, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<(long Id, string Phase, string Kind, string Reading, string Who, DateTime At, string? Name)>(new CommandDefinition(
            "select id, phase, kind, reading::text, who, at, name from capture where job_id = @jobId order by id", new { jobId }, cancellationToken: cancel));
        return [.. rows.Select(r => new CaptureRow(r.Id, r.Phase, r.Kind, r.Reading, r.Who, new DateTimeOffset(r.At, TimeSpan.Zero), r.Name))];
    }

    /// <summary>A stored capture as it was sent; null when this job has none of that number.</summary>
    public async Task<byte[]?> CaptureBytes(long jobId, long id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<byte[]>(new CommandDefinition("select bytes from capture where job_id = @jobId and id = @id", new { jobId, id }, cancellationToken: cancel));
    }

    private async Task<EditOutcome> UnderLock(string number, Guid key, Func<NpgsqlConnection, NpgsqlTransaction, Job, Task<EditOutcome>> work, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await using var both = await connection.QueryMultipleAsync(new CommandDefinition(
            $"""
            select {Columns} from job where number = @number for update;
            select e.number from edit e join job j on j.id = e.job_id where j.number = @number and e.key = @key
            """, new { number, key }, transaction, cancellationToken: cancel));
        var row = await both.ReadSingleOrDefaultAsync<JobRow>();
        var earlier = await both.ReadSingleOrDefaultAsync<int?>();
        if (row is null) return new EditOutcome.Unknown();
        var job = row.ToJob();
        if (earlier is { } stood) return new EditOutcome.Applied(job, stood, Repeated: true);
        var outcome = await work(connection, transaction, job);
        if (outcome is EditOutcome.Applied) await transaction.CommitAsync(cancel);
        return outcome;
    }

    private static async Task<EditOutcome> Replay(NpgsqlConnection connection, NpgsqlTransaction transaction, Job job, Guid key, Stamp stamp,
        EntryKind kind, IReadOnlyList<int> targets, IReadOnlyList<HistoryEntry> entries, CancellationToken cancel)
    {
        var state = History.Fold([.. entries, new HistoryEntry(job.LastNumber + 1, stamp, kind, null, targets)]);
        return await Append(connection, transaction, job, key, stamp, kind, null, targets, state, cancel);
    }

    private static async Task<EditOutcome> Append(NpgsqlConnection connection, NpgsqlTransaction transaction, Job job, Guid key, Stamp stamp,
        EntryKind kind, Edit? edit, IReadOnlyList<int> targets, JobState state, CancellationToken cancel)
    {
        var number = job.LastNumber + 1;
        await connection.ExecuteAsync(new CommandDefinition(
            """
            insert into edit (job_id, number, key, who, at, kind, document, targets) values (@Id, @number, @key, @Who, @at, @kind, @document::jsonb, @targets);
            update job set last_number = @number, snapshot = @snapshot::jsonb where id = @Id;
            select pg_notify('job', @notice);
            """,
            new
            {
                job.Id,
                number,
                key,
                stamp.Who,
                at = stamp.When.UtcDateTime,
                kind = kind.ToString().ToLowerInvariant(),
                document = edit is null ? null : Database.ToJson(edit),
                targets = targets.ToArray(),
                snapshot = Database.ToJson(state),
                notice = $"{job.Number} {number}",
            }, transaction, cancellationToken: cancel));
        return new EditOutcome.Applied(job with { LastNumber = number, State = state }, number, Repeated: false);
    }

    private static async Task Keep(NpgsqlConnection connection, NpgsqlTransaction transaction, long jobId, Guid key, int part, NewCapture capture, Stamp stamp, CancellationToken cancel) =>
        await connection.ExecuteAsync(new CommandDefinition(
            "insert into capture (job_id, key, part, name, phase, kind, bytes, reading, who, at) values (@jobId, @key, @part, @Name, @Phase, @Kind, @Bytes, @Reading::jsonb, @Who, @at)",
            new { jobId, key, part, capture.Name, capture.Phase, capture.Kind, capture.Bytes, capture.Reading, stamp.Who, at = stamp.When.UtcDateTime }, transaction, cancellationToken: cancel));

    private static async Task<IReadOnlyList<HistoryEntry>> Entries(NpgsqlConnection connection, NpgsqlTransaction transaction, long jobId, int after, CancellationToken cancel)
    {
        var rows = await connection.QueryAsync<EditRow>(new CommandDefinition(
            $"select {EditColumns} from edit where job_id = @jobId and number > @after order by number", new { jobId, after }, transaction, cancellationToken: cancel));
        return [.. rows.Select(r => r.ToEntry())];
    }

    /// <summary>Numbers of edits that were taken back: nobody clashes with them.</summary>
    private static async Task<HashSet<int>> Undone(NpgsqlConnection connection, NpgsqlTransaction transaction, long jobId, CancellationToken cancel)
    {
        var rows = await connection.QueryAsync<EditRow>(new CommandDefinition(
            "select kind, targets from edit where job_id = @jobId and kind <> 'edit' order by number", new { jobId }, transaction, cancellationToken: cancel));
        var undone = new HashSet<int>();
        foreach (var row in rows)
            if (row.Kind == "undo") undone.UnionWith(row.Targets);
            else undone.ExceptWith(row.Targets);
        return undone;
    }
}
