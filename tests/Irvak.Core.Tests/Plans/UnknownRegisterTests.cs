using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Plans;

public class UnknownRegisterTests
{
    private static readonly MachineSheet Bare = Boards.Server with
    {
        Memory = new MemoryBoard { ChannelsKnown = false },
        Channels = [new("?", "CPU 1", ["S1", "S2", "S3", "S4"])],
        Sockets = [new("CPU 1")],
    };

    private static readonly JobState Job = Boards.Job(Bare, "S1") with { System = new SystemFacts() };

    private static IEnumerable<string> Paths(JobState state) => UnknownRegister.Of(state).Select(u => u.Path);

    public static TheoryData<string, string> Answers =>
        new()
        {
            { "memory.generation", "DDR4" },
            { "memory.form", "sodimm" },
            { "memory.types", "registered, load-reduced" },
            { "channels", "S1 S2 | S3 S4" },
            { "memory.rateLimitMTs", "2666" },
            { "memory.slotLimitGiB", "32" },
            { "memory.totalLimitGiB", "128" },
            { "system.osBits", "32" },
        };

    [Theory]
    [MemberData(nameof(Answers))]
    public void An_answer_takes_its_unknown_away_and_no_other(string path, string value)
    {
        Assert.Contains(path, Paths(Job));
        var after = Job.With(new AnswerUnknown(path, value));
        // A known word size raises a question of its own.
        Assert.Equal(Paths(Job).Where(p => p != path), Paths(after).Where(p => p is not ("system.osExtended" or "system.osLimitGiB")));
    }

    [Fact]
    public void What_a_system_can_reach_is_asked_by_its_word_size_and_changes_what_it_shows()
    {
        var small = Boards.Job(Boards.Server, "A1") with { System = new SystemFacts { OsBits = 32 } };
        Assert.Contains("system.osExtended", Paths(small));
        Assert.DoesNotContain("system.osLimitGiB", Paths(small));
        var extended = small.With(new AnswerUnknown("system.osExtended", "yes"));
        Assert.DoesNotContain("system.osExtended", Paths(extended));
        Assert.True(extended.Evaluate().Memory.Planned.OsTotal!.High.GiB > 15);
        Assert.True(small.With(new AnswerUnknown("system.osExtended", "no")).Evaluate().Memory.Planned.OsTotal!.High.GiB < 4);
        var large = Boards.Job(Boards.Server, "A1");
        Assert.Contains("system.osLimitGiB", Paths(large));
        Assert.Equal(8, large.With(new AnswerUnknown("system.osLimitGiB", "8")).Evaluate().Memory.Planned.OsTotal!.High.GiB);
        Assert.True(large.With(new AnswerUnknown("system.osLimitGiB", "0")).Evaluate().Memory.Planned.OsTotal!.High.GiB > 15);
        Assert.NotNull(EditFold.Refusal(large, new AnswerUnknown("system.osLimitGiB", "-1")));
        Assert.NotNull(EditFold.Refusal(small, new AnswerUnknown("system.osExtended", "maybe")));
    }

    /// <summary>Only a sheet that tells revisions or versions apart makes them worth asking; what was answered decides which slots
    /// exist.</summary>
    [Fact]
    public void Revision_and_firmware_are_asked_where_something_depends_on_them()
    {
        Assert.DoesNotContain(Paths(Job), p => p is "system.boardRevision" or "system.firmware");
        var job = Boards.Job(
            Boards.Server with
            {
                Revisions = [new("1.0", "Slot B2 is not there.", ["B2"])],
                Processors = [new() { Name = "Fox 8", Revisions = ["2.0", "1.0"] }],
                Firmware = new() { Needs = [new("Modules of 64 GiB", "2.10")] },
            },
            "A1"
        ) with
        {
            System = new(),
        };
        Assert.Equal(["1.0", "2.0", "another one"], UnknownRegister.Of(job).Single(u => u.Path == "system.boardRevision").Options);
        Assert.Contains("system.firmware", Paths(job));
        var old = job.With(new AnswerUnknown("system.boardRevision", "1.0"), new AnswerUnknown("system.firmware", " 2.08 "));
        Assert.DoesNotContain(Paths(old), p => p is "system.boardRevision" or "system.firmware");
        Assert.Equal("2.08", old.System.Firmware);
        Assert.Contains(old.With(Boards.Fit("B2")).Evaluate().Findings, f => f.Rule.Code == "MEM-REVISION");
        Assert.DoesNotContain(job.With(new AnswerUnknown("system.boardRevision", "another one"), Boards.Fit("B2")).Evaluate().Findings, f =>
            f.Rule.Code == "MEM-REVISION"
        );
        Assert.NotNull(UnknownRegister.Refusal(job, new("system.boardRevision", "3.0")));
    }

    [Fact]
    public void Every_unknown_says_what_it_blocks_and_where_to_look() => Assert.All(UnknownRegister.Of(Job), u =>
        {
            Assert.True(u.Blocks.Length > 5 && u.Where.Length > 5 && u.Question.EndsWith('?'), u.Path);
            if (u.Kind is AnswerKind.Choice or AnswerKind.Several)
                Assert.NotEmpty(u.Options);
        });

    [Fact]
    public void Named_channels_get_letters_and_their_sockets()
    {
        var sheet = Job.With(new AnswerUnknown("channels", "S1 S3 | S2 | S4")).Sheet!;
        Assert.Equal(["A: S1 S3", "B: S2", "C: S4"], sheet.Channels.Select(c => $"{c.Id}: {string.Join(' ', c.Slots)}"));
        Assert.True(sheet.Memory.ChannelsKnown);
    }

    [Fact]
    public void Slots_behind_an_empty_socket_need_no_answer()
    {
        var state = JobState.Start.With(
            new AdoptSheet(Boards.Server),
            new RecordFound(new Dictionary<Place, Builds.Unit?> { [Place.Socket("CPU 2")] = null }, null, "test")
        );
        Assert.Contains("found.slot:A1", Paths(state));
        Assert.DoesNotContain("found.slot:C1", Paths(state));
    }

    [Fact]
    public void Without_a_sheet_nothing_is_asked() => Assert.Empty(UnknownRegister.Of(JobState.Start));
}
