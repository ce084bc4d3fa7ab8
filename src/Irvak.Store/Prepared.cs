using Npgsql;
using NpgsqlTypes;

namespace Irvak.Store;

/// <summary>
/// Statements of every change. The database reads and plans them once for each connection instead of each time: that was a third of its
/// work for a change.
/// </summary>
/// <remarks>They are prepared in a run of their own, before they are first used: see the remark at <see cref="Database.Source"/>.</remarks>
internal static class Prepared
{
    public static async Task<NpgsqlCommand> Command(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        string sql,
        IEnumerable<NpgsqlParameter> values,
        CancellationToken cancel
    )
    {
        var command = new NpgsqlCommand(sql, connection, transaction);
        try
        {
            foreach (var value in values)
                command.Parameters.Add(value);
            // Nothing is asked where this connection has them already.
            await command.PrepareAsync(cancel);
            return command;
        }
        catch
        {
            await command.DisposeAsync();
            throw;
        }
    }

    /// <param name="value">Null is a value that is missing.</param>
    public static NpgsqlParameter Value(string name, NpgsqlDbType type, object? value) => new(name, type) { Value = value ?? DBNull.Value };
}
