using System.Text.Json;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Store;
using Irvak.Tests;
using Irvak.Web.Demo;

namespace Irvak.Web.Tests;

/// <summary>What is accepted can be worked out, read back, taken back, and carried elsewhere.</summary>
public class AnyEditTests
{
    private static readonly string Folder = Repository.At("demo");
    private static readonly IReadOnlyList<ShelfPart> Shelf = DemoFiles.Shelf(Folder);
    private static readonly Dictionary<string, ShelfPart> ById = Shelf.ToDictionary(p => p.Id);
    private static readonly EvidenceBook Evidence = new(DemoFiles.Evidence(Folder));

    /// <summary>Edits tried on each sheet; a long run takes more.</summary>
    private static readonly int Tries = int.Parse(Environment.GetEnvironmentVariable("IRVAK_SOAK_EDITS") ?? "700");

    private static readonly int Seed = int.Parse(Environment.GetEnvironmentVariable("IRVAK_SEED") ?? "20261128");

    public static TheoryData<string> Sheets => [.. DemoFiles.Sheets(Folder).Select(s => s.Id)];

    private static readonly JsonSerializerOptions Web = Options();

    private static JsonSerializerOptions Options()
    {
        var json = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        Strictly.Configure(json);
        return json;
    }

    [Theory]
    [MemberData(nameof(Sheets))]
    public void Whatever_is_accepted_evaluates_reopens_undoes_and_is_carried(string id)
    {
        var sheet = DemoFiles.Sheets(Folder).Single(s => s.Id == id);
        var random = new Random(Seed);
        var entries = new List<HistoryEntry>();
        var state = JobState.Start;
        var (taken, log) = (0, new List<string>());
        void Take(Edit edit)
        {
            var stamp = new Stamp("Ines", DateTimeOffset.UnixEpoch.AddMinutes(entries.Count));
            entries.Add(new HistoryEntry(entries.Count + 1, stamp, EntryKind.Edit, edit, []));
            state = EditFold.Apply(state, edit, stamp);
            taken++;
        }
        Take(new AdoptSheet(sheet));
        for (var i = 0; i < Tries; i++)
        {
            var edit = new AnyEdit(random, state, Shelf).Next(i);
            var told = edit.GetType().Name;
            try
            {
                told = Database.ToJson(edit);
                if (Contract.Problem(edit, "/edit") is not null || EditFold.Refusal(state, edit) is not null)
                    continue;
                edit = EditFold.Completed(state, edit);
                var before = state;
                Take(edit);
                // It reopens as it was left, is worked out as every screen shows it, and tells itself in words.
                var read = Database.FromJson<JobState>(Database.ToJson(state));
                Assert.Equal(Database.ToJson(state), Database.ToJson(read));
                new Judging(Evidence, ById, Web, new ShownJobs()).Judge(
                    new Job(1, "0101", "t", "o", "Ines", DateTimeOffset.UnixEpoch, entries.Count, read)
                );
                Assert.False(string.IsNullOrWhiteSpace(edit.Tell()));
                Assert.DoesNotContain("{ ", edit.Tell(), StringComparison.Ordinal);
                foreach (var subject in edit.Touches())
                {
                    // A clash names both values and the subject as people call them, never as the code does.
                    Assert.DoesNotContain(" { ", edit.ValueAt(subject), StringComparison.Ordinal);
                    Assert.DoesNotMatch("^[a-z-]+:|#", SubjectWords.Of(subject).Replace("plug:FAN 1", "", StringComparison.Ordinal));
                }
                // Without it, the state is the one before.
                if (i % 10 == 0)
                    Assert.Equal(
                        Database.ToJson(before),
                        Database.ToJson(
                            History.Fold([
                                .. entries,
                                new HistoryEntry(entries.Count + 1, entries[^1].Stamp, EntryKind.Undo, null, [entries.Count]),
                            ])
                        )
                    );
            }
            catch (Exception e) when (e is not Xunit.Sdk.XunitException)
            {
                log.Add(
                    $"{e.GetType().Name}: {e.Message.Split('\n')[0]} at "
                        + $"{e.StackTrace?.Split('\n').FirstOrDefault(l => l.Contains("Irvak.Core", StringComparison.Ordinal))?.Trim()} "
                        + $"by {told[..Math.Min(told.Length, 300)]}"
                );
                // What failed is left out, so that the next failure is found too.
                if (entries.Count > 0 && ReferenceEquals(entries[^1].Edit, edit))
                {
                    entries.RemoveAt(entries.Count - 1);
                    taken--;
                }
                state = History.FoldWhatCan(entries).State;
            }
        }
        Assert.True(log.Count == 0, $"seed {Seed}:\n" + string.Join("\n", log.Distinct().Take(12)));
        // Most kinds are taken at least now and then; a test that is refused everything shows nothing.
        Assert.True(taken > Tries / 8, $"only {taken} of {Tries} were taken");
        // Exported and imported it is the same.
        var document = new JobDocument(
            JobDocument.CurrentFormat,
            "t",
            "o",
            "Ines",
            DateTimeOffset.UnixEpoch,
            [.. entries.Select(e => new JobDocumentEntry(e.Number, e.Stamp.Who, e.Stamp.When, e.Kind, e.Edit, e.Targets))]
        );
        var (imported, problems) = Documents.Read(JsonSerializer.Serialize(document, Documents.Pretty));
        Assert.Empty(problems);
        var again = Assert
            .IsType<Imported.Job>(imported)
            .Document.Entries.Select(e => new HistoryEntry(e.Number, new Stamp(e.Who, e.At), e.Kind, e.Edit, e.Targets))
            .ToList();
        Assert.Equal(Database.ToJson(state), Database.ToJson(History.Fold(again)));
    }
}
