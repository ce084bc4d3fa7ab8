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

    public async Task Keep(ShelfPart part, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(
            """
            insert into shelf_part (id, document, words, in_stock) values (@Id, @json::jsonb, @words, @InStock)
            on conflict (id) do update set document = excluded.document, words = excluded.words, in_stock = excluded.in_stock
            """,
            new { part.Id, part.InStock, words = $"{part.Module.Maker} {part.Module.Long} {part.Module.PartNumber}", json = Database.ToJson(part) }, cancellationToken: cancel));
        _read.Clear();
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
