using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Store;
using Irvak.Web.Demo;

namespace Irvak.Web.Tests;

/// <summary>What is sent of a job is the job. RFC 6902 for patches; the rest definition.</summary>
public class ShownJobTests
{
    private static readonly JsonSerializerOptions Web = Options();

    private static readonly Dictionary<string, ShelfPart> Shelf = DemoFiles.Shelf(Demo).ToDictionary(p => p.Id);

    private static string Demo => Irvak.Tests.Repository.At("demo");

    private static JsonSerializerOptions Options()
    {
        var json = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        Strictly.Configure(json);
        return json;
    }

    private static ShownJob After(ShownJob? before, JobState state, int number)
    {
        var kept = new Kept(before?.Kept);
        var view = JobView.Of(
            new Job(1, "0101", "t", "o", "Ines", DateTimeOffset.UnixEpoch, number, state),
            EvidenceBook.Empty,
            Shelf,
            kept
        );
        return ShownJob.After(before, view, kept, Web);
    }

    private static JobState Begun()
    {
        var sheet = DemoFiles.Sheets(Demo).Single(s => s.Id == "brannick-torr-32");
        return EditFold.Apply(JobState.Start, new AdoptSheet(sheet), new Stamp("Ines", DateTimeOffset.UnixEpoch));
    }

    [Fact]
    public void Step_by_step_the_patches_make_each_answer_out_of_the_one_before_and_of_older_ones()
    {
        var random = new Random(20);
        var (state, shown) = (Begun(), (ShownJob?)null);
        var answers = new List<(string Tag, JsonNode Whole)>();
        for (var i = 1; i <= 180; i++)
        {
            var edit = new AnyEdit(random, state, [.. Shelf.Values]).Next(i);
            if (Core.Contracts.Contract.Problem(edit, "/edit") is not null || EditFold.Refusal(state, edit) is not null)
                continue;
            state = EditFold.Apply(state, EditFold.Completed(state, edit), new Stamp("Ines", DateTimeOffset.UnixEpoch.AddMinutes(i)));
            shown = After(shown, state, i);
            var alone = Encoding.UTF8.GetString(shown.Parts.Whole());
            Assert.True(JsonSerializer.Serialize(After(null, state, i).View, Web) == alone, $"{edit.Tell()}: not what all of it anew is");
            var whole = JsonNode.Parse(alone)!;
            foreach (var (tag, old) in answers.TakeLast(4))
                if (shown.Since(tag) is { } patch)
                    Assert.True(
                        JsonNode.DeepEquals(whole, Patched.Of(old, JsonNode.Parse(patch)!.AsArray())),
                        $"{edit.Tell()}, from {tag}"
                    );
            answers.Add((shown.Tag, whole));
        }
        Assert.True(answers.Count > 60);
    }

    [Fact]
    public void Who_holds_an_answer_that_is_not_known_gets_the_whole_and_who_holds_this_one_gets_nothing()
    {
        var shown = After(After(null, Begun(), 1), Begun(), 2);
        Assert.Null(shown.Since("another"));
        Assert.Null(shown.Since(null));
        Assert.Equal("[]", Encoding.UTF8.GetString(shown.Since(shown.Tag)!));
    }

    [Fact]
    public void Answers_further_back_than_eight_are_not_known()
    {
        var (shown, first) = ((ShownJob?)null, "");
        for (var i = 1; i <= 10; i++)
        {
            shown = After(shown, Begun(), i);
            if (i == 1)
                first = shown.Tag;
            if (i == 9)
                Assert.NotNull(shown.Since(first));
        }
        Assert.Null(shown!.Since(first));
    }

    [Fact]
    public void What_changed_by_more_than_half_is_not_kept_as_a_change()
    {
        var none = After(null, JobState.Start, 1);
        var shown = After(none, Begun(), 2);
        Assert.Empty(shown.Steps.Value);
        Assert.Null(shown.Since(none.Tag));
        var next = After(shown, Begun(), 3);
        Assert.Single(next.Steps.Value);
        Assert.NotNull(next.Since(shown.Tag));
    }
}
