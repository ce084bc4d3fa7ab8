using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Survey;

/// <summary>Where Survey begins to take, to doubt and to refuse. Definition, no source.</summary>
public class SurveyEdgeTests
{
    private static Unit Drive(long bytes) =>
        new()
        {
            Drive = new DriveSheet { Bytes = bytes },
            Source = "listing",
        };

    [Theory] // tools round sizes: up to a fiftieth of the larger one is one drive
    [InlineData(5_000_000_000_000, 4_900_000_000_000, true)]
    [InlineData(5_000_000_000_000, 4_899_999_999_999, false)]
    [InlineData(4_900_000_000_000, 5_000_000_000_000, true)]
    [InlineData(4_899_999_999_999, 5_000_000_000_000, false)]
    public void Two_sizes_within_a_fiftieth_are_one_drive(long one, long other, bool same) =>
        Assert.Equal(same, Contradictions.Same(Drive(one), Drive(other)));

    [Theory]
    [InlineData("system.serial")]
    [InlineData("system.hostName")]
    [InlineData("system.managementAddress")]
    [InlineData("system.firmware")]
    public void A_name_has_1_to_120_characters(string path)
    {
        string? Refused(string value) => EditFold.Refusal(Boards.Job(Boards.Server), new AnswerUnknown(path, value))?.Text;
        Assert.Null(Refused(new('x', 120)));
        Assert.Null(Refused(" x "));
        Assert.Equal("Write 1 to 120 characters.", Refused(new('x', 121)));
        Assert.NotNull(Refused("  "));
    }

    [Fact]
    public void A_channel_beyond_the_alphabet_has_a_number()
    {
        var sheet = Boards.Server with
        {
            Channels = [new("?", "CPU 1", [.. Enumerable.Range(1, 28).Select(i => $"D{i}")])],
            Memory = Boards.Server.Memory with { ChannelsKnown = false, FillOrder = null },
        };
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(sheet), Boards.Stamp);
        var answer = new AnswerUnknown("channels", string.Join('|', Enumerable.Range(1, 28).Select(i => $"D{i}")));
        Assert.Null(EditFold.Refusal(state, answer));
        Assert.Equal(["A", "Z", "27", "28"], new[] { 0, 25, 26, 27 }.Select(i => state.With(answer).Sheet!.Channels[i].Id));
    }

    [Theory]
    [InlineData(999, true)]
    [InlineData(1000, false)]
    public void A_job_keeps_a_thousand_notes(int notes, bool taken)
    {
        var state = Boards.Job(Boards.Server, "A1");
        for (var i = 0; i < notes; i++)
            state = state with { Notes = state.Notes.SetItem($"slot:x{i}", "a note") };
        Assert.Equal(taken, EditFold.Refusal(state, new SetNote("machine", "one more")) is null);
        // One that is there can still be changed.
        Assert.Null(EditFold.Refusal(state with { Notes = state.Notes.SetItem("machine", "was") }, new SetNote("machine", "is")));
    }

    [Fact]
    public void A_newer_listing_of_one_module_opens_again_how_many_slots_there_are()
    {
        SeenDevice Module(string slot) => new() { Locator = slot, SizeMiB = 4096 };
        var two = new Observation { Devices = [Module("A1"), Module("B1")] };
        var one = new Observation { Devices = [Module("A1")] };
        bool Open(Observation old, Observation seen)
        {
            var state = Boards.Job(Boards.Server, "A1");
            state = state with
            {
                Readings = state.Readings.SetItem("firmware listing", old),
                Settled = state.Settled.SetItem("fact:slots", "sheet"),
            };
            return !state.With(new ReadBefore(seen, "firmware listing")).Settled.ContainsKey("fact:slots");
        }
        Assert.True(Open(two, one));
        Assert.True(Open(one, two));
        Assert.False(Open(two, two));
        // A capture that tells nothing of the memory says nothing of its slots.
        Assert.False(Open(two, new Observation()));
    }

    [Theory]
    [InlineData(2, 0)] // more processors than sockets, and none by name: where each sits is not told
    [InlineData(1, 1)] // one for every core of a virtual machine: one socket stands for them all
    public void Processors_without_a_name_are_put_where_only_one_place_is(int sockets, int found)
    {
        var sheet = Boards.Server with { Sockets = [.. Boards.Server.Sockets.Take(sockets)] };
        var seen = new Observation
        {
            Processors = [.. Enumerable.Range(1, 3).Select(i => new SeenProcessor($"proc{i}", "Ostrel", true, i))],
        };
        Assert.Equal(found, AsFound.From(sheet, seen, "listing").Places.Count);
    }
}
