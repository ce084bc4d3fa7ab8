using Dapper;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Npgsql;

namespace Irvak.Store;

/// <summary>Jobs, their histories and captures as they are read.</summary>
public sealed partial class Jobs
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

    private const string Columns =
        "id, number, title, owner, begun_by, begun_at, last_number, xmin::text as version, "
        + "case when xmin::text = @known then null else snapshot::text end as snapshot";

    /// <summary>A job as this host last read or wrote it.</summary>
    /// <param name="Version">Of its row: the database gives each row that is written another one.</param>
    /// <param name="Parts">Its state as it stands in the snapshot.</param>
    private sealed record Known(string Version, Job Job, Parts Parts);

    private const int MostKnown = 500;

    // A state takes about eight times the bytes of its documents: measured, 370 kB for 45.
    private const int Around = 8;

    private const long Heaviest = 64L * 1024 * 1024;

    private readonly Recent<Known> _known = new(MostKnown, known => (long)known.Parts.Length * Around, Heaviest);

    private Known? KnownOf(string number) => _known.TryGet(number, out var known) ? known : null;

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
        var known = KnownOf(number);
        var row = await connection.QuerySingleOrDefaultAsync<JobRow>(
            new CommandDefinition(
                $"select {Columns} from job where number = @number",
                new { number, known = known?.Version },
                cancellationToken: cancel
            )
        );
        return row is null ? null : await ToJob(connection, null, row, known, cancel);
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
    /// <param name="known">What was known when the row was asked for: without a snapshot it is of that version.</param>
    private async Task<Job> ToJob(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        JobRow row,
        Known? known,
        CancellationToken cancel
    )
    {
        if (row.Snapshot is not { } snapshot)
            return known!.Job;
        try
        {
            var state = Database.FromJson<JobState>(snapshot);
            var job = row.With(state);
            _known.Put(row.Number, new(row.Version, job, Parts.Of(state, Database.Json, null)));
            return job;
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
