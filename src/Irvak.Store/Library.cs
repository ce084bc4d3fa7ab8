using System.Collections.Concurrent;
using Dapper;
using Irvak.Core.Evidence;
using Irvak.Core.Sheets;

namespace Irvak.Store;

/// <summary>
/// What the shop knows outside any job: machine sheets, the shelf, the evidence book. Every edit looks at all of it and it
/// changes rarely, so it is kept in memory for a moment; a change made by this host is seen at once, by another one within
/// <see cref="Fresh"/>.
/// </summary>
public sealed class Library(Database database, TimeProvider clock)
{
    /// <summary>How long what was read may be shown.</summary>
    public static readonly TimeSpan Fresh = TimeSpan.FromSeconds(2);

    private readonly ConcurrentDictionary<string, (long At, object Documents)> _read = new();

    public async Task<IReadOnlyList<MachineSheet>> Sheets(CancellationToken cancel) =>
        await Documents<MachineSheet>("select document::text from machine_sheet order by id limit 1000", cancel);

    public async Task<MachineSheet?> Sheet(string id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var json = await connection.QuerySingleOrDefaultAsync<string>(new CommandDefinition(
            "select document::text from machine_sheet where id = @id", new { id }, cancellationToken: cancel));
        return json is null ? null : Database.FromJson<MachineSheet>(json);
    }

    public async Task<IReadOnlyList<ShelfPart>> Shelf(CancellationToken cancel) =>
        await Documents<ShelfPart>("select document::text from shelf_part order by id limit 5000", cancel);

    /// <summary>
    /// Parts that hold every typed word, or begin with it; at most <see cref="MostFound"/>, what lies on the shelf first.
    /// </summary>
    public async Task<IReadOnlyList<ShelfPart>> FindParts(string? query, CancellationToken cancel)
    {
        var words = ShelfWords.Typed(query);
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = words.Count == 0
            ? await connection.QueryAsync<string>(new CommandDefinition(
                "select document::text from shelf_part order by kind, id limit @MostFound", new { MostFound }, cancellationToken: cancel))
            : await connection.QueryAsync<string>(new CommandDefinition(
                """
                with hit as materialized (select id, in_stock from shelf_part where search @@ @wanted::tsquery limit @MostLooked)
                select document::text from shelf_part join (select id from hit order by (in_stock > 0) desc, id limit @MostFound) best using (id)
                """,
                new { wanted = Wanted(words), MostFound, MostLooked }, cancellationToken: cancel));
        return [.. rows.Select(Database.FromJson<ShelfPart>)];
    }

    /// <summary>Parts shown at once.</summary>
    public const int MostFound = 200;

    // Hits that are looked at before the best are chosen: a word that nearly every part has would otherwise read the whole shelf.
    private const int MostLooked = 2_000;

    /// <summary>Each word quoted as a lexeme that may go on: 'rdimm':* &amp; '4800':*.</summary>
    private static string Wanted(IEnumerable<string> words) =>
        string.Join(" & ", words.Select(w => $"'{w.Replace("\\", "\\\\").Replace("'", "''")}':*"));

    public async Task<EvidenceBook> Evidence(CancellationToken cancel) =>
        new(await Documents<EvidenceRecord>("select document::text from evidence order by id limit 5000", cancel));

    public async Task Keep(MachineSheet sheet, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(
            "insert into machine_sheet (id, document) values (@Id, @json::jsonb) on conflict (id) do update set document = excluded.document",
            new { sheet.Id, json = Database.ToJson(sheet) }, cancellationToken: cancel));
        _read.Clear();
    }

    public Task Keep(ShelfPart part, CancellationToken cancel) => Keep([part], cancel);

    /// <summary>Keeps all of them, or none.</summary>
    public async Task Keep(IReadOnlyList<ShelfPart> parts, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(
            """
            insert into shelf_part (id, document, words, in_stock, kind)
            select * from unnest(@ids, @documents::jsonb[], @words, @stock, @kinds)
            on conflict (id) do update set document = excluded.document, words = excluded.words, in_stock = excluded.in_stock, kind = excluded.kind
            """,
            new
            {
                ids = parts.Select(p => p.Id).ToArray(),
                documents = parts.Select(Database.ToJson).ToArray(),
                words = parts.Select(ShelfWords.Of).ToArray(),
                stock = parts.Select(p => p.InStock).ToArray(),
                kinds = parts.Select(p => p.KindOf()).ToArray(),
            }, transaction, cancellationToken: cancel));
        await transaction.CommitAsync(cancel);
        _read.Clear();
    }

    /// <summary>Every part, for lists that go out or come in.</summary>
    public async Task<IReadOnlyList<ShelfPart>> AllParts(CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return [.. (await connection.QueryAsync<string>(new CommandDefinition("select document::text from shelf_part order by kind, id", cancellationToken: cancel))).Select(Database.FromJson<ShelfPart>)];
    }

    public async Task<ShelfPart?> Part(string id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var json = await connection.QuerySingleOrDefaultAsync<string>(new CommandDefinition("select document::text from shelf_part where id = @id", new { id }, cancellationToken: cancel));
        return json is null ? null : Database.FromJson<ShelfPart>(json);
    }

    /// <summary>Jobs keep their own copy of what they use; only the shelf loses it.</summary>
    public Task<bool> DropPart(string id, CancellationToken cancel) => Drop("delete from shelf_part where id = @id", id, cancel);

    public Task<bool> DropSheet(string id, CancellationToken cancel) => Drop("delete from machine_sheet where id = @id", id, cancel);

    private async Task<bool> Drop(string sql, string id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var gone = await connection.ExecuteAsync(new CommandDefinition(sql, new { id }, cancellationToken: cancel)) > 0;
        _read.Clear();
        return gone;
    }

    public async Task Keep(EvidenceRecord record, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(
            "insert into evidence (id, machine_id, document) values (@Id, @MachineId, @json::jsonb) on conflict (id) do update set document = excluded.document",
            new { record.Id, record.MachineId, json = Database.ToJson(record) }, cancellationToken: cancel));
        _read.Clear();
    }

    private async Task<IReadOnlyList<T>> Documents<T>(string sql, CancellationToken cancel)
    {
        var now = clock.GetTimestamp();
        if (_read.TryGetValue(sql, out var kept) && clock.GetElapsedTime(kept.At, now) < Fresh) return (IReadOnlyList<T>)kept.Documents;
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<string>(new CommandDefinition(sql, cancellationToken: cancel));
        var documents = rows.Select(Database.FromJson<T>).ToList();
        _read[sql] = (now, documents);
        return documents;
    }
}
