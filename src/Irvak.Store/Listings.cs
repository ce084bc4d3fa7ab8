using System.Globalization;
using Dapper;
using Irvak.Core;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Npgsql;
using NpgsqlTypes;

namespace Irvak.Store;

/// <summary>Lists of jobs, from stored columns alone: one job that can't be worked out is one line.</summary>
public sealed class Listings(Database database)
{
    private sealed record Row
    {
        public required long Id { get; init; }

        public required string Number { get; init; }

        public required string Title { get; init; }

        public required string Owner { get; init; }

        public required string Begun_By { get; init; }

        public required string? Stage { get; init; }

        public required string? Severity { get; init; }

        public required string Line { get; init; }

        public required int Done { get; init; }

        public required int Of_Count { get; init; }

        public required string? Plate { get; init; }

        public required string? Plate_Sheet { get; init; }

        public required string? Serial { get; init; }

        public required string? Host_Name { get; init; }

        public required string? Promised_For { get; init; }

        public required DateTimeOffset Begun_At { get; init; }

        public ListedJob ToListed() =>
            new(
                Id,
                Number,
                Title,
                Owner,
                Begun_By,
                Stage is null
                    ? null
                    : new JobListing(
                        Named<Stage>(Stage),
                        Severity is null ? null : Named<Severity>(Severity),
                        Line,
                        Done,
                        Of_Count,
                        Plate,
                        Plate_Sheet
                    )
                    {
                        Serial = Serial,
                        HostName = Host_Name,
                        PromisedFor = Promised_For is null ? null : DateOnly.Parse(Promised_For, CultureInfo.InvariantCulture),
                    }
            )
            {
                BegunAt = Begun_At,
            };
    }

    internal const string Set =
        "stage = @stage, severity = @severity, line = @line, done = @done, of_count = @of, plate = @plate, "
        + "plate_sheet = @plateSheet, words = coalesce(@words, words), serial = @serial, host_name = @hostName, machine = @machine, "
        + "promised_for = @promisedFor, wants = @wants, listed_by = @by";

    /// <summary>The build that wrote a listing; another one works it out anew.</summary>
    private static readonly string By =
        typeof(JobListing).Assembly.ManifestModule.ModuleVersionId.ToString("N")
        + typeof(Stage).Assembly.ManifestModule.ModuleVersionId.ToString("N");

    private const string Columns =
        "id, number, title, owner, begun_by, stage, severity, line, done, of_count, plate::text as plate, plate_sheet, "
        + "serial, host_name, promised_for::text as promised_for, begun_at";

    // A job that was not worked out yet stands with those that begin.
    private const string StageOf = "coalesce(stage, 'survey')";

    /// <summary>The newest jobs of each stage, and how many there are.</summary>
    /// <param name="stage">Only this stage; null for all.</param>
    /// <param name="before">Only jobs older than the one of this id.</param>
    public async Task<(IReadOnlyList<ListedJob> Jobs, IReadOnlyDictionary<Stage, int> Counts)> Newest(
        Stage? stage,
        long? before,
        int perStage,
        CancellationToken cancel
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var stages = stage is { } one ? [Name(one)] : Enum.GetValues<Stage>().Select(Name).ToArray();
        // What is not worked out yet is counted with those that begin.
        await using var both = await connection.QueryMultipleAsync(
            new CommandDefinition(
                $"""
                select newest.* from unnest(@stages) as wanted (name)
                cross join lateral (select {Columns} from job where {StageOf} = wanted.name and id < @before order by id desc limit @perStage) newest
                order by id desc;
                select stage, jobs from stage_count where jobs <> 0
                union all select null, count(*)::integer from job where stage is null having count(*) > 0
                """,
                new
                {
                    stages,
                    before = before ?? long.MaxValue,
                    perStage,
                },
                cancellationToken: cancel
            )
        );
        var rows = await both.ReadAsync<Row>();
        var counts = await both.ReadAsync<(string? Stage, int Count)>();
        return (
            [.. rows.Select(r => r.ToListed())],
            counts.GroupBy(c => c.Stage is null ? Stage.Survey : Named<Stage>(c.Stage)).ToDictionary(g => g.Key, g => g.Sum(c => c.Count))
        );
    }

    /// <summary>Jobs that a filter lets through; the newest first.</summary>
    /// <param name="before">Only jobs older than the one of this id.</param>
    /// <param name="most">At most so many.</param>
    /// <returns>None for a filter that asks for nothing.</returns>
    public async Task<IReadOnlyList<ListedJob>> Found(JobFilter filter, long? before, int most, CancellationToken cancel)
    {
        var (where, values) = filter.Where();
        if (where.Count == 0)
            return [];
        values.Add("before", before ?? long.MaxValue);
        values.Add("most", most);
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<Row>(
            new CommandDefinition(
                $"select {Columns} from job where {string.Join(" and ", where)} and id < @before order by id desc limit @most",
                values,
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => r.ToListed())];
    }

    /// <summary>What the bench tells beside its planks: jobs that are promised, the next first, how many there are in all, and how many of
    /// each part of the shelf the jobs at work still take, with the jobs that take it.</summary>
    public async Task<(IReadOnlyList<ListedJob> Due, int DueCount, IReadOnlyList<WantedPart> Wanted)> Beside(
        int most,
        CancellationToken cancel
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var all = await connection.QueryMultipleAsync(
            new CommandDefinition(
                $"""
                select {Columns} from job where job.promised_for is not null order by job.promised_for, id limit @most;
                select count(*)::integer from job where job.promised_for is not null;
                select key as part, sum(value::integer)::integer as count, array_agg(number order by id) as jobs
                from job cross join lateral jsonb_each_text(wants) where wants is not null group by key order by key
                """,
                new { most },
                cancellationToken: cancel
            )
        );
        var due = await all.ReadAsync<Row>();
        var count = await all.ReadSingleAsync<int>();
        var wanted = await all.ReadAsync<(string Part, int Count, string[] Jobs)>();
        return ([.. due.Select(r => r.ToListed())], count, [.. wanted.Select(w => new WantedPart(w.Part, w.Count, w.Jobs))]);
    }

    /// <summary>What jobs can be filtered by, each by how many jobs have it.</summary>
    public async Task<JobChoices> Choices(int most, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        const string Of =
            "select of as name from (select {0} as of, count(*) as n from job where {0} is not null and {0} <> '' group by {0}) "
            + "as counted order by n desc, of limit @most;";
        await using var all = await connection.QueryMultipleAsync(
            new CommandDefinition(
                string.Concat(((string[])["owner", "machine", "begun_by"]).Select(c => Of.Replace("{0}", c, StringComparison.Ordinal))),
                new { most },
                cancellationToken: cancel
            )
        );
        return new([.. await all.ReadAsync<string>()], [.. await all.ReadAsync<string>()], [.. await all.ReadAsync<string>()]);
    }

    // Sheets are asked for by what is in them: what was read once is right for ever.
    private readonly Recent<MachineSheet> _sheets = new(MostSheets);

    private const int MostSheets = 200;

    /// <summary>The machine sheets that plates of a list are drawn on, by their marks, without those that this version can't
    /// read.</summary>
    public async Task<IReadOnlyDictionary<string, MachineSheet>> Sheets(IEnumerable<string> marks, CancellationToken cancel)
    {
        var sheets = new Dictionary<string, MachineSheet>();
        var missing = new List<string>();
        foreach (var mark in marks.Distinct())
            if (_sheets.TryGet(mark, out var known))
                sheets[mark] = known;
            else
                missing.Add(mark);
        if (missing.Count == 0)
            return sheets;
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        foreach (
            var (mark, json) in await connection.QueryAsync<(string Mark, string? Json)>(
                new CommandDefinition(
                    """
                    select mark, (select (snapshot->'sheet')::text from job where plate_sheet = mark limit 1)
                    from unnest(@missing) mark
                    """,
                    new { missing },
                    cancellationToken: cancel
                )
            )
        )
            try
            {
                if (json is not null)
                    _sheets.Put(mark, sheets[mark] = Database.FromJson<MachineSheet>(json));
            }
            catch (Exception e) when (Database.IsUnreadable(e))
            {
                // The job itself says what is wrong with it.
            }
        return sheets;
    }

    /// <summary>Jobs whose listing is missing or was written by another build, the newest first.</summary>
    public async Task<IReadOnlyList<string>> Stale(int most, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<string>(
                new CommandDefinition(
                    "select number from job where listed_by is distinct from @By order by id desc limit @most",
                    new { By, most },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>Marks what is still on the bench as to be worked out anew, as after a change of the shelf.</summary>
    public async Task Expire(CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new CommandDefinition(
                $"update job set listed_by = null where {StageOf} <> 'handover' and listed_by is not null",
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Stores a listing, unless the job went on meanwhile. Null for a job that can't be worked out.</summary>
    public async Task Keep(Job job, JobListing? listing, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var command = await Prepared.Command(
            connection,
            null,
            $"update job set {Set} where id = @id and last_number = @number",
            Values(job, listing),
            cancel
        );
        await command.ExecuteNonQueryAsync(cancel);
    }

    /// <summary>A job's numbers and what <see cref="Set"/> writes. A job that can't be worked out keeps its stage and says so.</summary>
    internal static IReadOnlyList<NpgsqlParameter> Values(Job job, JobListing? listing) =>
        [
            Prepared.Value("id", NpgsqlDbType.Bigint, job.Id),
            Prepared.Value("number", NpgsqlDbType.Integer, job.LastNumber),
            Prepared.Value("stage", NpgsqlDbType.Text, Name(listing?.Stage ?? Stage.Survey)),
            Prepared.Value(
                "severity",
                NpgsqlDbType.Text,
                listing is null ? Name(Severity.Stop)
                    : listing.Severity is { } s ? Name(s)
                    : null
            ),
            Prepared.Value(
                "line",
                NpgsqlDbType.Text,
                listing?.Line ?? "This job can’t be worked out any more; open it to take its last change back."
            ),
            Prepared.Value("done", NpgsqlDbType.Integer, listing?.Done ?? 0),
            Prepared.Value("of", NpgsqlDbType.Integer, listing?.Of ?? 0),
            Prepared.Value("plate", NpgsqlDbType.Jsonb, listing?.Plate),
            Prepared.Value("plateSheet", NpgsqlDbType.Text, listing?.PlateSheet),
            Prepared.Value("words", NpgsqlDbType.Text, listing?.Words),
            Prepared.Value("serial", NpgsqlDbType.Text, listing?.Serial),
            Prepared.Value("hostName", NpgsqlDbType.Text, listing?.HostName),
            Prepared.Value("machine", NpgsqlDbType.Text, listing?.Machine),
            Prepared.Value("promisedFor", NpgsqlDbType.Date, job.State.HandedOver is null ? job.State.Aim.PromisedFor : null),
            Prepared.Value("wants", NpgsqlDbType.Jsonb, listing is { Wants: { Count: > 0 } wants } ? Database.ToJson(wants) : null),
            Prepared.Value("by", NpgsqlDbType.Text, By),
        ];

    /// <summary>The stage of a name as documents write it; null when there is none.</summary>
    public static Stage? StageNamed(string name) => Words<Stage>.Read.TryGetValue(name, out var stage) ? stage : null;

    internal static string Name<T>(T value)
        where T : struct, Enum => Words<T>.Of[value];

    private static T Named<T>(string name)
        where T : struct, Enum =>
        Words<T>.Read.TryGetValue(name, out var value)
            ? value
            : throw new System.Text.Json.JsonException($"There is no {typeof(T).Name} {name}.");

    /// <summary>Names as documents write them.</summary>
    private static class Words<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<T, string> Of = Enum.GetValues<T>().ToDictionary(v => v, v => Database.ToJson(v).Trim('"'));

        public static readonly Dictionary<string, T> Read = Of.ToDictionary(w => w.Value, w => w.Key);
    }
}
