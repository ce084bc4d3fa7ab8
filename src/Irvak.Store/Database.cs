using System.Text.Json;
using System.Text.Json.Serialization;
using DbUp;
using Irvak.Core.Sheets;
using Npgsql;

namespace Irvak.Store;

/// <summary>The connection to PostgreSQL, its migrations and the one way documents are written as JSON.</summary>
public sealed class Database(string connectionString) : IAsyncDisposable
{
    /// <summary>How documents are stored; unknown fields of a sheet travel along.</summary>
    public static readonly JsonSerializerOptions Json = Strict(
        new(JsonSerializerDefaults.Web)
        {
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            AllowOutOfOrderMetadataProperties = true,
            NumberHandling = JsonNumberHandling.Strict,
        }
    );

    /// <summary>How stored documents are read: a word that has no place in a list of today is one of another kind.</summary>
    internal static readonly JsonSerializerOptions Stored = new(Json)
    {
        Converters = { new StoredWord<BoardKind>(BoardKind.Other), new StoredWord<CardBus>(CardBus.Other) },
    };

    private static JsonSerializerOptions Strict(JsonSerializerOptions json)
    {
        Strictly.Configure(json);
        return json;
    }

    // One lock for every host that starts on this database at the same time.
    private const long MigrationLock = 4_949_210_001;

    /// <remarks>
    /// Statements are not prepared automatically: when one is refused in the very run in which it is being prepared, as for a text with
    /// NUL, the driver and the server disagree afterwards about what is prepared, and the next to use that connection get answers that
    /// belong to nothing they asked (Npgsql 10; ConnectionTests shows it).
    /// </remarks>
    public NpgsqlDataSource Source { get; } =
        NpgsqlDataSource.Create(new NpgsqlConnectionStringBuilder(connectionString) { MaxAutoPrepare = 0, NoResetOnClose = true });

    /// <summary>A connection of its own, for what is left behind in a session (listening): those of <see cref="Source"/> go from one to
    /// the next as they are, which saves every change a way to the database.</summary>
    public async Task<NpgsqlConnection> OpenApart(CancellationToken cancel)
    {
        var connection = new NpgsqlConnection(new NpgsqlConnectionStringBuilder(connectionString) { Pooling = false }.ConnectionString);
        try
        {
            await connection.OpenAsync(cancel);
            return connection;
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
    }

    /// <summary>Of the database in its cluster.</summary>
    public string Name { get; } = new NpgsqlConnectionStringBuilder(connectionString).Database ?? "";

    /// <summary>Brings the schema to this version. Safe when several hosts start at once.</summary>
    /// <exception cref="InvalidOperationException">A migration failed.</exception>
    public void Migrate()
    {
        using var guard = Source.OpenConnection();
        Lock(guard, "select pg_advisory_lock(@lock)");
        try
        {
            Upgrade();
        }
        finally
        {
            // Closing is not enough: a pooled connection keeps its locks until it is used again.
            Lock(guard, "select pg_advisory_unlock(@lock)");
        }
    }

    private static void Lock(NpgsqlConnection connection, string sql)
    {
        using var command = new NpgsqlCommand(sql, connection);
        command.Parameters.AddWithValue("lock", MigrationLock);
        command.ExecuteNonQuery();
    }

    private void Upgrade()
    {
        var result = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
            throw new InvalidOperationException("The database could not be brought to this version.", result.Error);
    }

    /// <summary>True when an edit could be stored now: the database answers and writes.</summary>
    public async Task<bool> IsReady(CancellationToken cancel)
    {
        try
        {
            await using var connection = await Source.OpenConnectionAsync(cancel);
            await using var command = new NpgsqlCommand("update readiness set asked = now(), ballast = @ballast", connection)
            {
                CommandTimeout = 5,
            };
            // Larger than what is left of a page, so that a disk without room is noticed.
            command.Parameters.AddWithValue("ballast", System.Security.Cryptography.RandomNumberGenerator.GetHexString(16_000));
            return await command.ExecuteNonQueryAsync(cancel) == 1;
        }
        catch (Exception e) when (e is NpgsqlException or TimeoutException or System.Net.Sockets.SocketException)
        {
            return false;
        }
    }

    public ValueTask DisposeAsync() => Source.DisposeAsync();

    /// <summary>A stored document of another shape than this version reads.</summary>
    public static bool IsUnreadable(Exception e) =>
        e is JsonException or NotSupportedException or ArgumentException or FormatException or InvalidOperationException;

    /// <summary>The database starts or restarts, or cut the line meanwhile: in a moment it answers. Codes of PostgreSQL, appendix
    /// A.</summary>
    public static bool IsPassing(Exception e) =>
        e switch
        {
            PostgresException postgres => postgres.IsTransient || postgres.SqlState.StartsWith("57P", StringComparison.Ordinal),
            NpgsqlException { InnerException: System.Net.Sockets.SocketException or IOException or TimeoutException } => true,
            _ => e.InnerException is { } inner && IsPassing(inner),
        };

    /// <summary>The database is away, full, read-only or lets nobody in: sending the same again later is right.</summary>
    public static bool IsAway(Exception e) =>
        IsPassing(e)
        || e switch
        {
            // Classes 53: no room; 57: an operator stepped in; 08: the line; 58: its files; 40: two met. 25006: it only reads.
            PostgresException postgres => postgres.SqlState[..2] is "53" or "57" or "08" or "58" or "40"
                || postgres.SqlState is "25006"
                || postgres.Severity is "FATAL" or "PANIC",
            NpgsqlException or TimeoutException => true,
            _ => e.InnerException is { } inner && IsAway(inner),
        };

    /// <summary>A failure of the rules and sums on what was sent, not of the database, the memory or the sender's patience.</summary>
    public static bool IsOfTheWork(Exception e) =>
        e is not (OperationCanceledException or NpgsqlException or OutOfMemoryException or TimeoutException);

    public static string ToJson<T>(T value) => JsonSerializer.Serialize(value, Json);

    public static T FromJson<T>(string json) => JsonSerializer.Deserialize<T>(json, Stored) ?? throw new JsonException("null document");
}
