using Dapper;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Plans;

namespace Irvak.Store;

/// <summary>Jobs that come into being: with all that they begin with, in one transaction.</summary>
public sealed partial class Jobs
{
    /// <summary>Entries of one job's history.</summary>
    public const int MostEntries = 10_000;

    /// <summary>
    /// Brings a job in from its history: the edits that stand are checked in order as if they were made now, in one pass, and the first
    /// that can't be applied refuses the whole. The same key brings it in once.
    /// </summary>
    public Task<EditOutcome> Import(
        WriteKey key,
        string title,
        string owner,
        Stamp begun,
        IReadOnlyList<HistoryEntry> entries,
        Judge judge,
        CancellationToken cancel
    ) => Create(key, title, owner, begun, entries, [], judge, cancel);

    private async Task<EditOutcome> Create(
        WriteKey key,
        string title,
        string owner,
        Stamp begun,
        IReadOnlyList<HistoryEntry> entries,
        IReadOnlyList<NewCapture> captures,
        Judge judge,
        CancellationToken cancel
    )
    {
        if (Wrong(title, owner, begun, entries) is { } wrong)
            return new EditOutcome.Refused(wrong);
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        if (await Earlier(connection, key, cancel) is { } known)
            return known;
        JobState state;
        IReadOnlyList<(int Number, JobState State)> kept;
        try
        {
            (state, kept, var refused) = Folded(entries);
            if (refused is not null)
                return new EditOutcome.Refused(refused);
        }
        catch (Exception e) when (Database.IsOfTheWork(e))
        {
            return new EditOutcome.Unworkable(e);
        }
        var after = Checked(new Job(0, "", title, owner, begun.Who, begun.When, entries.Count, state), null, judge);
        if (after.Refused is not null)
            return after.Refused;
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        // Of several that send the same key at once, one inserts and the others wait for it here.
        (long Id, string Number)? row = await KeepJob(key, title, owner, begun, connection, transaction, cancel);
        if (row is not { } made)
        {
            await transaction.RollbackAsync(cancel);
            return await Earlier(connection, key, cancel) ?? new EditOutcome.Unknown();
        }
        await KeepEntries(entries, connection, transaction, made, cancel);
        await KeepStates(kept, connection, transaction, made.Id, cancel);
        var job = after.Job with { Id = made.Id, Number = made.Number };
        for (var i = 0; i < captures.Count; i++)
            await Keep(connection, transaction, made.Id, key.Key, i, captures[i], begun, cancel);
        await Settle(connection, transaction, job, after, cancel);
        await transaction.CommitAsync(cancel);
        return new EditOutcome.Applied(job, job.LastNumber, Repeated: false);
    }

    private static SheetProblem? Wrong(string title, string owner, Stamp begun, IReadOnlyList<HistoryEntry> entries) =>
        JobNames.Title(title) ?? JobNames.Owner(owner) ?? JobNames.Who(begun.Who, "/begunBy") ?? Misnumbered(entries);

    private static async Task<(long Id, string Number)?> KeepJob(
        WriteKey key,
        string title,
        string owner,
        Stamp begun,
        Npgsql.NpgsqlConnection connection,
        Npgsql.NpgsqlTransaction transaction,
        CancellationToken cancel
    )
    {
        return await connection.QuerySingleOrDefaultAsync<(long Id, string Number)?>(
            new CommandDefinition(
                """
                insert into job (number, title, owner, begun_by, begun_at, create_key, create_digest, snapshot)
                values (to_char(nextval('job_number'), 'FM0000'), @title, @owner, @Who, @When, @Key, @Digest, '{}'::jsonb)
                on conflict (create_key) do nothing returning id, number
                """,
                new
                {
                    title,
                    owner,
                    begun.Who,
                    When = begun.When.UtcDateTime,
                    key.Key,
                    key.Digest,
                },
                transaction,
                cancellationToken: cancel
            )
        );
    }

    private static async Task KeepEntries(
        IReadOnlyList<HistoryEntry> entries,
        Npgsql.NpgsqlConnection connection,
        Npgsql.NpgsqlTransaction transaction,
        (long Id, string Number) made,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync(
            new CommandDefinition(
                """
                insert into edit (job_id, number, key, who, at, kind, document, targets, touches)
                select @Id, number, gen_random_uuid(), who, at, kind, document::jsonb, coalesce(targets::integer[], '{}'), touches::text[]
                from unnest(@numbers, @whos, @ats, @kinds, @documents, @targets, @touches)
                    as row (number, who, at, kind, document, targets, touches)
                """,
                new
                {
                    made.Id,
                    numbers = entries.Select(e => e.Number).ToArray(),
                    whos = entries.Select(e => e.Stamp.Who).ToArray(),
                    ats = entries.Select(e => e.Stamp.When.UtcDateTime).ToArray(),
                    kinds = entries.Select(e => Word(e.Kind)).ToArray(),
                    documents = entries.Select(e => e.Edit is { } edit ? Database.ToJson(edit) : null).ToArray(),
                    targets = entries.Select(e => $"{{{string.Join(',', e.Targets)}}}").ToArray(),
                    touches = entries.Select(e => ArrayText(e.Edit is { } edit ? Clashes.Marks(edit) : [])).ToArray(),
                },
                transaction,
                cancellationToken: cancel
            )
        );
    }

    // States further back are hardly ever gone back to.
    private const int MostKept = 5;

    private static Task<int> KeepStates(
        IReadOnlyList<(int Number, JobState State)> kept,
        Npgsql.NpgsqlConnection connection,
        Npgsql.NpgsqlTransaction transaction,
        long jobId,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            new CommandDefinition(
                "insert into checkpoint select @jobId, * from unnest(@numbers, @snapshots::jsonb[])",
                new
                {
                    jobId,
                    numbers = kept.Select(k => k.Number).ToArray(),
                    snapshots = kept.Select(k => Database.ToJson(k.State)).ToArray(),
                },
                transaction,
                cancellationToken: cancel
            )
        );

    /// <summary>A list of texts as PostgreSQL reads it.</summary>
    private static string ArrayText(IEnumerable<string> texts) =>
        "{" + string.Join(',', texts.Select(t => $"\"{t.Replace("\\", "\\\\").Replace("\"", "\\\"")}\"")) + "}";

    private async Task<EditOutcome?> Earlier(Npgsql.NpgsqlConnection connection, WriteKey key, CancellationToken cancel)
    {
        var digest = await connection.QuerySingleOrDefaultAsync<(long Id, string? Digest)?>(
            new CommandDefinition("select id, create_digest from job where create_key = @Key", new { key.Key }, cancellationToken: cancel)
        );
        if (digest is not { } known)
            return null;
        if (known.Digest is { } other && other != key.Digest)
            return new EditOutcome.OtherContent();
        var row = await connection.QuerySingleAsync<JobRow>(
            new CommandDefinition(
                $"select {Columns} from job where id = @Id",
                new { known.Id, known = (string?)null },
                cancellationToken: cancel
            )
        );
        return new EditOutcome.Applied(await ToJob(connection, null, row, null, cancel), row.Last_Number, Repeated: true);
    }

    private static SheetProblem? Misnumbered(IReadOnlyList<HistoryEntry> entries)
    {
        if (entries.Count > MostEntries)
            return new("/entries", $"A job holds at most {MostEntries} entries.");
        for (var i = 0; i < entries.Count; i++)
        {
            var entry = entries[i];
            if (entry.Number != i + 1)
                return new($"/entries/{i}/number", $"Entries are numbered from 1 without a gap; this is number {i + 1}.");
            if (entry.Kind == EntryKind.Edit != entry.Edit is not null || entry.Targets.Any(t => t < 1 || t > i))
                return new($"/entries/{i}", "An edit carries its change, an undo or redo the numbers of earlier entries.");
            if (string.IsNullOrWhiteSpace(entry.Stamp.Who) || Contract.TextProblem(entry.Stamp.Who, "", 80) is not null)
                return new($"/entries/{i}/who", "Every entry says who made it, in at most 80 characters.");
            if (entry.Edit is { } edit && Contract.Problem(edit, $"/entries/{i}/edit") is { } broken)
                return broken;
        }
        return null;
    }

    /// <summary>The state that a history leads to. What an undo after it made impossible counts as in the job it came from: it is passed
    /// over.</summary>
    /// <returns>Also the newest of the states on the way there that are kept.</returns>
    private static (JobState State, IReadOnlyList<(int Number, JobState State)> Kept, SheetProblem? Problem) Folded(
        IReadOnlyList<HistoryEntry> entries
    )
    {
        var kept = new List<(int, JobState)>();
        var standing = History.Standing(entries);
        var lastUndo = entries.LastOrDefault(e => e.Kind != EntryKind.Edit)?.Number ?? 0;
        var state = JobState.Start;
        for (var i = 0; i < entries.Count; i++)
        {
            if (entries[i].Edit is { } edit && standing.Contains(entries[i].Number))
                if (EditFold.Refusal(state, edit) is not { } problem)
                    state = EditFold.Apply(state, edit, entries[i].Stamp);
                else if (entries[i].Number > lastUndo)
                    return (state, [], problem with { Path = $"/entries/{i}{problem.Path}" });
            if (entries[i].Number % CheckpointEvery == 0 && entries.Count - entries[i].Number < MostKept * CheckpointEvery)
                kept.Add((entries[i].Number, state));
        }
        return (state, kept, null);
    }
}
