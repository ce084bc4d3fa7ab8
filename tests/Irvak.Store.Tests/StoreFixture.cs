using Irvak.Core.Plans;
using Irvak.Core.Tests;
using Irvak.Store.Tests;
using Irvak.Tests;

[assembly: AssemblyFixture(typeof(StoreFixture))]

namespace Irvak.Store.Tests;

/// <summary>A real PostgreSQL database with this version's schema.</summary>
public sealed class StoreFixture : IAsyncLifetime
{
    private ScratchDatabase? _scratch;

    public Database Database { get; private set; } = null!;

    public Jobs Jobs { get; private set; } = null!;

    public Library Library { get; private set; } = null!;

    public string ConnectionString => _scratch!.ConnectionString;

    public ValueTask InitializeAsync()
    {
        _scratch = new ScratchDatabase();
        Database = new Database(_scratch.ConnectionString);
        Database.Migrate();
        Jobs = new Jobs(Database);
        Library = new Library(Database, TimeProvider.System);
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await Database.DisposeAsync();
        await _scratch!.DisposeAsync();
    }

    /// <summary>A new job with the server board, every slot looked at.</summary>
    public async Task<Job> Begin(params string[] filled)
    {
        var job = await Jobs.Begin(Guid.NewGuid(), "Job", "Tidehouse", Boards.Stamp, default);
        var state = Boards.Job(Boards.Server, filled);
        var found = new RecordFound(state.Found.ToDictionary(f => f.Key, f => (Core.Builds.Unit?)f.Value), state.System, "test");
        var outcome = await Jobs.Apply(job.Number, Guid.NewGuid(), 0, Boards.Stamp, new Together("sets up", [new AdoptSheet(Boards.Server), found]), [], default);
        return Assert.IsType<EditOutcome.Applied>(outcome).Job;
    }
}
