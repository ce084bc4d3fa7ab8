using System.Net.Sockets;
using Irvak.Store;
using Irvak.Web.Demo;
using Npgsql;

namespace Irvak.Web;

/// <summary>Starts the host, or says in one sentence why it can't.</summary>
internal static class Start
{
    // A database that is starting up answers within this.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);

    /// <summary>Brings database and demo up; a sentence when that is not possible.</summary>
    public static async Task<string?> Up(WebApplication app)
    {
        var configuration = app.Configuration;
        if (configuration.GetConnectionString("Irvak") is not { Length: > 0 } connection)
            return "No database is named: give a connection string in ConnectionStrings__Irvak.";
        if (configuration["Client"] is { Length: > 0 } client && !File.Exists(Path.Combine(client, "index.html")))
            return $"The built client is not in {client}: build it first, as ./run does.";
        Database database;
        try
        {
            _ = new NpgsqlConnectionStringBuilder(connection);
            database = app.Services.GetRequiredService<Database>();
        }
        catch (Exception e) when (e is ArgumentException or FormatException)
        {
            return $"The connection string can’t be read: {e.Message.Split('\n')[0]}";
        }
        try
        {
            await Migrate(database);
        }
        catch (Exception e) when (e is NpgsqlException or SocketException or TimeoutException or InvalidOperationException)
        {
            return $"The database can’t be used: {Innermost(e).Message.Split('\n')[0]}";
        }
        if (configuration["Demo"] is not { Length: > 0 } demo)
            return null;
        if (!Directory.Exists(demo))
            return $"There is no demo in {demo}.";
        try
        {
            await DemoLoader.Load(app.Services, demo);
        }
        catch (Exception e) when (e is InvalidDataException or IOException)
        {
            // The demo is a courtesy: what people stored is served without it.
            app.Logger.LogError("The demo can't be loaded: {Reason}", e.Message);
        }
        return null;
    }

    private static async Task Migrate(Database database)
    {
        var until = DateTime.UtcNow + Patience;
        while (true)
        {
            try
            {
                database.Migrate();
                return;
            }
            catch (Exception e) when (Database.IsPassing(e))
            {
                if (DateTime.UtcNow > until)
                    throw;
                await Task.Delay(500);
            }
        }
    }

    /// <summary>Serves until it is told to stop; the exit code.</summary>
    public static async Task<int> Run(WebApplication app)
    {
        try
        {
            await app.RunAsync();
            return 0;
        }
        catch (IOException e) when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
        {
            await Console.Error.WriteLineAsync(
                $"Another program listens there already: {e.InnerException.Message.Split('\n')[0]}. Choose another port: ./run --port N."
            );
            return 1;
        }
        finally
        {
            await app.DisposeAsync();
        }
    }

    private static Exception Innermost(Exception e) => e.InnerException is { } inner ? Innermost(inner) : e;
}
