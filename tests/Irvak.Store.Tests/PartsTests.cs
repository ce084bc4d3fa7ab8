using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Plans;

namespace Irvak.Store.Tests;

/// <summary>What is worked with is what is stored.</summary>
public class PartsTests
{
    private sealed class Document
    {
        public Said? Same { get; set; }

        public Said? Other { get; set; }
    }

    private sealed record Said(string Text)
    {
        /// <summary>Not stored: what is read back lacks it.</summary>
        [System.Text.Json.Serialization.JsonIgnore]
        public string? Beside { get; init; }
    }

    private static readonly JobState Job = EditFold.Apply(
        JobState.Start,
        new SetWish(WishKind.MemoryGiB, 64),
        new Stamp("Ines", DateTimeOffset.UnixEpoch)
    );

    [Fact]
    public void What_reads_back_as_it_was_written_stays_that_object()
    {
        var clone = JobState.Start with { };
        var parts = Parts.Of(Job, Database.Json, null).ReadInto(clone, null, Database.Stored);
        Assert.Same(Job.Aim, clone.Aim);
        Assert.Same(Job.Aim, parts.All.Single(p => p.Name == "aim").Value);
    }

    [Fact]
    public void What_loses_something_on_its_way_is_what_was_read()
    {
        var document = new Document
        {
            Same = new("a"),
            Other = new("b") { Beside = "only here" },
        };
        var clone = new Document();
        Parts.Of(document, Database.Json, null).ReadInto(clone, null, Database.Json);
        Assert.Same(document.Same, clone.Same);
        Assert.NotSame(document.Other, clone.Other);
        Assert.Equal(("b", null), (clone.Other!.Text, clone.Other.Beside));
    }
}
