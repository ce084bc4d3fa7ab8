using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
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

    public Listings Listings { get; private set; } = null!;

    /// <summary>Works a job out in the core, as the host does, and lists its number of planned places.</summary>
    public static JobListing Judge(Job job)
    {
        if (job.State.Sheet is not null)
            Core.Evaluation.Evaluate(
                Core.Question.Of(job.State, Core.Evidence.EvidenceBook.Empty, new Dictionary<string, Core.Sheets.ShelfPart>())
            );
        return new(job.State.Sheet is null ? Core.Stage.Survey : Core.Stage.Fit, null, $"{job.State.Plan.Count} planned", 0, 0, null);
    }

    public string ConnectionString => _scratch!.ConnectionString;

    public ValueTask InitializeAsync()
    {
        _scratch = new ScratchDatabase();
        Database = new Database(_scratch.ConnectionString);
        Database.Migrate();
        Jobs = new Jobs(Database);
        Listings = new Listings(Database);
        Library = new Library(Database);
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
        var job = Assert
            .IsType<EditOutcome.Applied>(await Jobs.Begin(WriteKey.Fresh(), "Job", "Tidehouse", Boards.Stamp, [], [], Judge, default))
            .Job;
        var state = Boards.Job(Boards.Server, filled);
        var found = new RecordFound(state.Found.ToDictionary(f => f.Key, f => (Core.Builds.Unit?)f.Value), state.System, "test");
        var outcome = await Jobs.Apply(
            job.Number,
            WriteKey.Fresh(),
            0,
            Boards.Stamp,
            new Together("sets up", [new AdoptSheet(Boards.Server), found]),
            [],
            Judge,
            null,
            default
        );
        return Assert.IsType<EditOutcome.Applied>(outcome).Job;
    }
}
