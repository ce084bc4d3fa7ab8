using System.Text.Json;
using System.Text.Json.Serialization;
using DbUp;
using Npgsql;

namespace Irvak.Store;

/// <summary>The connection to PostgreSQL, its migrations and the one way documents are written as JSON.</summary>
public sealed class Database(string connectionString) : IAsyncDisposable
{
    /// <summary>How documents are stored; unknown fields of a sheet travel along.</summary>
    public static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        AllowOutOfOrderMetadataProperties = true,
        NumberHandling = JsonNumberHandling.Strict,
    };

    // One lock for every host that starts on this database at the same time.
    private const long MigrationLock = 4_949_210_001;

    public NpgsqlDataSource Source { get; } = Prepared(connectionString);

    /// <summary>Statements that come again are prepared by themselves.</summary>
    private static NpgsqlDataSource Prepared(string connectionString) =>
        NpgsqlDataSource.Create(new NpgsqlConnectionStringBuilder(connectionString) { MaxAutoPrepare = 40, AutoPrepareMinUsages = 2 });

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
        var result = DeployChanges.To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful) throw new InvalidOperationException("The database could not be brought to this version.", result.Error);
    }

    public async Task<bool> IsReady(CancellationToken cancel)
    {
        try
        {
            await using var command = Source.CreateCommand("select 1 from job limit 1");
            await command.ExecuteScalarAsync(cancel);
            return true;
        }
        catch (NpgsqlException)
        {
            return false;
        }
    }

    public ValueTask DisposeAsync() => Source.DisposeAsync();

    internal static string ToJson<T>(T value) => JsonSerializer.Serialize(value, Json);

    internal static T FromJson<T>(string json) => JsonSerializer.Deserialize<T>(json, Json) ?? throw new JsonException("null document");
}
