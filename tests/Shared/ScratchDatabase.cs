using Npgsql;

namespace Irvak.Tests;

/// <summary>A database of its own for one test run on a real PostgreSQL, dropped afterwards.</summary>
public sealed class ScratchDatabase : IAsyncDisposable
{
    private readonly string _server;
    private readonly string _name = "irvak_test_" + Guid.NewGuid().ToString("N");

    public ScratchDatabase()
    {
        _server = Environment.GetEnvironmentVariable("IRVAK_TEST_POSTGRES")
            ?? throw new InvalidOperationException("Run the tests with ./test: it starts the PostgreSQL they need.");
        Execute($"create database {_name}");
    }

    public string ConnectionString => new NpgsqlConnectionStringBuilder(_server) { Database = _name, MaxPoolSize = 40 }.ConnectionString;

    public ValueTask DisposeAsync()
    {
        NpgsqlConnection.ClearAllPools();
        Execute($"drop database if exists {_name} with (force)");
        return ValueTask.CompletedTask;
    }

    private void Execute(string sql)
    {
        using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(_server) { Database = "postgres", Pooling = false }.ConnectionString
        );
        connection.Open();
        using var command = new NpgsqlCommand(sql, connection);
        command.ExecuteNonQuery();
    }
}
