using System.Collections.Concurrent;
using Dapper;
using Irvak.Core.Evidence;
using Irvak.Core.Sheets;

namespace Irvak.Store;

/// <summary>Which shelf and which evidence somebody looked at.</summary>
public sealed record LibraryVersion(long Evidence, long Shelf);

/// <summary>
/// What the shop knows outside any job: machine sheets, the shelf, the evidence book. Every edit looks at all of it and it
/// changes rarely, so it is kept in memory: each question asks the database only whether something is newer, and reads just that.
/// </summary>
public sealed class Library(Database database) : IDisposable
{
    public void Dispose() => _reading.Dispose();

    private sealed record Holding(long Version, IReadOnlyDictionary<string, (long Changed, object Document)> Rows, object View);

    private readonly ConcurrentDictionary<string, Holding> _held = new();
    private readonly SemaphoreSlim _reading = new(1);

    public async Task<IReadOnlyList<MachineSheet>> Sheets(CancellationToken cancel) =>
        await Current<MachineSheet, IReadOnlyList<MachineSheet>>("machine_sheet", s => s.Id, (all, _) => all, cancel);

    public async Task<MachineSheet?> Sheet(string id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var json = await connection.QuerySingleOrDefaultAsync<string>(
            new CommandDefinition("select document::text from machine_sheet where id = @id", new { id }, cancellationToken: cancel)
        );
        return json is null ? null : Database.FromJson<MachineSheet>(json);
    }

    /// <summary>Every part of the shelf, in the order of their names.</summary>
    public async Task<ShelfBook> Shelf(CancellationToken cancel) =>
        await Current<ShelfPart, ShelfBook>("shelf_part", p => p.Id, (all, before) => ShelfBook.Of(all, before), cancel);

    public async Task<EvidenceBook> Evidence(CancellationToken cancel) =>
        await Current<EvidenceRecord, EvidenceBook>("evidence", r => r.Id, (all, _) => new(all), cancel);

    /// <summary>Both together, as every edit needs them: one question asks whether anything of them is newer.</summary>
    public async Task<(EvidenceBook Evidence, ShelfBook Shelf)> Now(CancellationToken cancel)
    {
        Dictionary<string, long> versions;
        await using (var connection = await database.Source.OpenConnectionAsync(cancel))
            versions = (
                await connection.QueryAsync<(string What, long Version)>(
                    new CommandDefinition("select what, version from library_version", cancellationToken: cancel)
                )
            ).ToDictionary(r => r.What, r => r.Version);
        return (
            Held<EvidenceBook>("evidence", versions) ?? await Evidence(cancel),
            Held<ShelfBook>("shelf_part", versions) ?? await Shelf(cancel)
        );
    }

    /// <summary>What this host holds, for a question that sees for itself whether it is the newest; null when it holds none.</summary>
    public (EvidenceBook Evidence, ShelfBook Shelf, LibraryVersion Version)? AtHand =>
        _held.TryGetValue("evidence", out var evidence) && _held.TryGetValue("shelf_part", out var shelf)
            ? ((EvidenceBook)evidence.View, (ShelfBook)shelf.View, new(evidence.Version, shelf.Version))
            : null;

    private TView? Held<TView>(string table, Dictionary<string, long> versions)
        where TView : class => _held.TryGetValue(table, out var held) && held.Version == versions[table] ? (TView)held.View : null;

    public async Task Keep(MachineSheet sheet, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new CommandDefinition(
                "insert into machine_sheet (id, document) values (@Id, @json::jsonb) "
                    + "on conflict (id) do update set document = excluded.document",
                new { sheet.Id, json = Database.ToJson(sheet) },
                cancellationToken: cancel
            )
        );
    }

    public Task Keep(ShelfPart part, CancellationToken cancel) => Keep([part], cancel);

    /// <summary>Keeps all of them, or none.</summary>
    public async Task Keep(IReadOnlyList<ShelfPart> parts, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync(
            new CommandDefinition(
                """
                insert into shelf_part (id, document, in_stock, kind)
                select * from unnest(@ids, @documents::jsonb[], @stock, @kinds)
                on conflict (id) do update set document = excluded.document, in_stock = excluded.in_stock, kind = excluded.kind
                """,
                new
                {
                    ids = parts.Select(p => p.Id).ToArray(),
                    documents = parts.Select(Database.ToJson).ToArray(),
                    stock = parts.Select(p => p.InStock).ToArray(),
                    kinds = parts.Select(p => p.KindOf()).ToArray(),
                },
                transaction,
                cancellationToken: cancel
            )
        );
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Every part, for lists that go out or come in.</summary>
    public async Task<IReadOnlyList<ShelfPart>> AllParts(CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. (
                await connection.QueryAsync<string>(
                    new CommandDefinition("select document::text from shelf_part order by kind, id", cancellationToken: cancel)
                )
            )
                .Select(Read<ShelfPart>)
                .OfType<ShelfPart>(),
        ];
    }

    public async Task<ShelfPart?> Part(string id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var json = await connection.QuerySingleOrDefaultAsync<string>(
            new CommandDefinition("select document::text from shelf_part where id = @id", new { id }, cancellationToken: cancel)
        );
        return json is null ? null : Database.FromJson<ShelfPart>(json);
    }

    /// <summary>Jobs keep their own copy of what they use; only the shelf loses it.</summary>
    public Task<bool> DropPart(string id, CancellationToken cancel) => Drop("delete from shelf_part where id = @id", id, cancel);

    public Task<bool> DropSheet(string id, CancellationToken cancel) => Drop("delete from machine_sheet where id = @id", id, cancel);

    private async Task<bool> Drop(string sql, string id, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var gone = await connection.ExecuteAsync(new CommandDefinition(sql, new { id }, cancellationToken: cancel)) > 0;
        return gone;
    }

    public async Task Keep(EvidenceRecord record, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new CommandDefinition(
                "insert into evidence (id, machine_id, document) values (@Id, @MachineId, "
                    + "@json::jsonb) on conflict (id) do update set document = excluded.document",
                new
                {
                    record.Id,
                    record.MachineId,
                    json = Database.ToJson(record),
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>
    /// All documents of a table, read once and brought up to date by what changed since. A document that this version can't read is
    /// left out: it takes nothing else down, and its page says what is wrong with it.
    /// </summary>
    /// <param name="table">One of <c>library_version</c>; never from outside.</param>
    private async Task<TView> Current<T, TView>(
        string table,
        Func<T, string> id,
        Func<IReadOnlyList<T>, TView?, TView> view,
        CancellationToken cancel
    )
        where T : class
        where TView : class
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var (version, _) = await Version(connection, null, table, cancel);
        if (_held.TryGetValue(table, out var held) && held.Version == version)
            return (TView)held.View;
        await _reading.WaitAsync(cancel);
        try
        {
            await using var transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel);
            (version, var gone) = await Version(connection, transaction, table, cancel);
            if (_held.TryGetValue(table, out held) && held.Version == version)
                return (TView)held.View;
            var since = held is null || gone > held.Version ? -1 : held.Version;
            var rows = new Dictionary<string, (long, object)>(since < 0 ? [] : held!.Rows);
            foreach (
                var (changed, document) in await connection.QueryAsync<(long Changed, string Document)>(
                    new CommandDefinition(
                        $"select changed, document::text from {table} where changed > @since",
                        new { since },
                        transaction,
                        cancellationToken: cancel
                    )
                )
            )
                if (Read<T>(document) is { } read)
                    rows[id(read)] = (changed, read);
            var all = rows.OrderBy(r => r.Key, StringComparer.Ordinal).Select(r => (T)r.Value.Item2).ToList();
            var now = new Holding(version, rows, view(all, held?.View as TView));
            _held[table] = now;
            return (TView)now.View;
        }
        finally
        {
            _reading.Release();
        }
    }

    private static T? Read<T>(string document)
        where T : class
    {
        try
        {
            return Database.FromJson<T>(document);
        }
        catch (Exception e) when (Database.IsUnreadable(e))
        {
            return null;
        }
    }

    private static async Task<(long Version, long Gone)> Version(
        Npgsql.NpgsqlConnection connection,
        Npgsql.NpgsqlTransaction? transaction,
        string table,
        CancellationToken cancel
    ) =>
        await connection.QuerySingleAsync<(long, long)>(
            new CommandDefinition(
                "select version, gone from library_version where what = @table",
                new { table },
                transaction,
                cancellationToken: cancel
            )
        );
}
