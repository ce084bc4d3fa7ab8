using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Running;
using Irvak.Tests;

namespace Irvak.Core.Tests.Running;

/// <summary>Memory that a machine needs. The usual needs are common practice, no source; the sums are by hand.</summary>
public class MemoryNeedTests
{
    private static JobState Runs(params RunningThing[] things) =>
        Boards.Job(Boards.Server, "A1", "C1").With([.. things.Select(t => new SayRuns(t))]);

    /// <summary>2 for the system, 5 guests of 4 and a database of 8, as is usual: 30 GiB, and 34 where a tenth stays free.</summary>
    [Fact]
    public void What_runs_on_it_is_added_up_with_a_tenth_of_room()
    {
        var need = Runs(
                new RunningThing("system", RunKind.System),
                new RunningThing("guests", RunKind.Guest, 5),
                new RunningThing("ledger", RunKind.Database)
            )
            .Evaluate()
            .Need;
        Assert.Equal((30, 34, false), (need.ListGiB, need.ListWishGiB, need.IsLeast));
        Assert.Equal([true, true, true], need.Things.Select(t => t.IsUsual));
        var own = Runs(new RunningThing("guests", RunKind.Guest, 5) { EachGiB = 6.5 }).Evaluate().Need;
        Assert.Equal((32.5, 37, false), (own.ListGiB, own.ListWishGiB, own.Things[0].IsUsual));
    }

    [Fact]
    public void What_nobody_knows_makes_the_sum_the_least_and_alone_makes_none()
    {
        var some = Runs(new RunningThing("system", RunKind.System), new RunningThing("it", RunKind.Other)).Evaluate().Need;
        Assert.Equal((2, true, 3), (some.ListGiB, some.IsLeast, some.ListWishGiB));
        var none = Runs(new RunningThing("it", RunKind.Other)).Evaluate().Need;
        Assert.Equal((null, true, null), (none.ListGiB, none.IsLeast, none.ListWishGiB));
        var nothing = Runs().Evaluate().Need;
        Assert.Equal((null, false, null), (nothing.ListGiB, nothing.IsLeast, nothing.ListWishGiB));
    }

    [Theory]
    [InlineData(28.8, 32)]
    [InlineData(28.81, 33)]
    [InlineData(0.01, 1)]
    public void Room_is_a_tenth_of_what_there_is(double needs, int wish) => Assert.Equal(wish, MemoryNeed.WithRoom(needs));

    /// <summary>16 GiB, 2 available, 1 in swap: 14 in use, 15 wanted, 17 with a tenth of room.</summary>
    [Theory]
    [InlineData(5.0, 0.0, 50.0, false)]
    [InlineData(5.1, 0.0, 50.0, true)]
    [InlineData(0.0, 50.0, 50.0, false)]
    [InlineData(0.0, 50.1, 50.0, true)]
    [InlineData(null, 100.1, null, true)]
    [InlineData(null, null, 100.0, false)]
    [InlineData(null, null, null, null)] // neither was told: whether it wanted more is not known
    public void A_capture_tells_what_was_in_use_and_whether_it_wanted_more(double? wait, double? into, double? outOf, bool? more)
    {
        const long GiB = 1 << 20;
        var load = LoadSeen.Of(
            new Observation
            {
                MemTotalKiB = 16 * GiB,
                Load = new SeenLoad
                {
                    AvailableKiB = 2 * GiB,
                    SwapTotalKiB = 4 * GiB,
                    SwapFreeKiB = 3 * GiB,
                    MemoryWaitPercent = wait,
                    SwapInKiBs = into,
                    SwapOutKiBs = outOf,
                },
            }
        )!;
        Assert.Equal((16, 14, 1, 15, more), (load.TotalGiB, load.InUseGiB, load.SwappedGiB, load.WantedGiB, load.WantsMore));
        Assert.Equal(17, MemoryNeed.Of(new([], load)).LoadWishGiB);
    }

    [Theory]
    [InlineData(null, 5L)]
    [InlineData(16L, null)]
    [InlineData(16L, 17L)] // more free than there is: a typing error, not a load
    public void Where_a_capture_does_not_tell_nothing_is_said_to_be_in_use(long? total, long? available) =>
        Assert.Null(
            LoadSeen.Of(
                new Observation
                {
                    MemTotalKiB = total,
                    Load = new SeenLoad { AvailableKiB = available },
                }
            )
        );

    [Theory]
    [InlineData("", 1, null, "1 to 40 letters")]
    [InlineData(" guests", 1, null, "1 to 40 letters")]
    [InlineData("guests", 0, null, "1 to 4096")]
    [InlineData("guests", 4097, null, "1 to 4096")]
    [InlineData("guests", 1, 0.009, "0.01 GiB or more")]
    public void What_can_not_be_is_refused_in_words(string name, int count, double? each, string words) =>
        Assert.Contains(
            words,
            new SayRuns(new RunningThing(name, RunKind.Guest, count) { EachGiB = each }).Refusal(Runs(), Runs().Runs)!.Text
        );

    [Fact]
    public void A_thing_is_changed_called_otherwise_and_taken_away_by_its_name()
    {
        var job = Runs(new RunningThing("guests", RunKind.Guest, 5), new RunningThing("ledger", RunKind.Database));
        var more = job.With(new SayRuns(new RunningThing("guests", RunKind.Guest, 6)));
        Assert.Equal([6, 1], more.Runs.All.Select(t => t.Count));
        var other = more.With(new SayRuns(new RunningThing("tills", RunKind.Guest, 6), "guests"));
        Assert.Equal(["tills", "ledger"], other.Runs.All.Select(t => t.Name));
        Assert.NotNull(new SayRuns(new RunningThing("ledger", RunKind.Guest), "tills").Refusal(other, other.Runs));
        Assert.NotNull(new RunsNoMore("guests").Refusal(other, other.Runs));
        Assert.Equal("ledger", Assert.Single(other.With(new RunsNoMore("tills")).Runs.All).Name);
    }

    /// <summary>Every kind has a row, and what is usual is at the least what a system can start with.</summary>
    [Fact]
    public void Every_kind_has_its_row()
    {
        Assert.Equal(Enum.GetValues<RunKind>(), RunTable.Rows.Select(r => r.Kind));
        Assert.All(RunTable.Rows, r => Assert.Equal(r.Kind == RunKind.Other, r.GiB is null));
    }

    [Fact]
    public void The_choices_of_the_screen_are_current() => // regenerate with: Irvak.Web write-choices client/src/api
        Assert.Equal(RunChoices.All.ToJson(), File.ReadAllText(Repository.At("client", "src", "api", "runs.json")));
}
