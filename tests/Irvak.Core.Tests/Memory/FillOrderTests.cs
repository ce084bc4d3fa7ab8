using CsCheck;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

public class FillOrderTests
{
    [Fact]
    public void Unequal_channels_fill_A_B_C1_and_only_then_C2() => // common practice, no source
        Assert.Equal(["A1", "B1", "C1", "C2"], FillOrder.Of(Boards.Unequal));

    [Fact]
    public void Processors_take_turns_and_first_slots_come_before_second_ones() => // common practice, no source
        Assert.Equal(["A1", "C1", "B1", "D1", "A2", "C2", "B2", "D2"], FillOrder.Of(Boards.Server));

    [Fact]
    public void The_makers_own_order_wins_over_the_general_one()
    {
        string[] own = ["A2", "B2", "A1", "B1", "C1", "C2", "D1", "D2"];
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { FillOrder = own } };
        Assert.Equal(own, FillOrder.Of(sheet));
    }

    [Fact]
    public void Without_known_channels_there_is_no_order() =>
        Assert.Empty(FillOrder.Of(Boards.Server with { Memory = Boards.Server.Memory with { ChannelsKnown = false } }));

    [Fact]
    public void Next_free_slot_skips_slots_of_an_empty_socket()
    {
        var state = Boards.Job(Boards.Server, "A1");
        var build = state.Planned.Without(Place.Socket("CPU 2"));
        Assert.Equal("B1", FillOrder.NextFree(Boards.Server, build));
    }

    [Fact]
    public void Every_slot_stands_in_the_order_once_and_first_slots_come_first() =>
        Gen.Int[1, 4]
            .Array[1, 6]
            .Array[1, 2]
            .Sample(
                sockets =>
                {
                    var letter = 'A';
                    var channels = sockets
                        .SelectMany((counts, s) => counts.Select(n => (Id: letter++, s, n)))
                        .Select(c => new Channel(c.Id.ToString(), $"CPU {c.s}", [.. Enumerable.Range(1, c.n).Select(i => $"{c.Id}{i}")]))
                        .ToList();
                    var sheet = Boards.Server with { Sockets = [.. sockets.Select((_, i) => new Socket($"CPU {i}"))], Channels = channels };
                    var order = FillOrder.General(sheet).ToList();
                    Assert.Equal(channels.SelectMany(c => c.Slots).Order(), order.Order());
                    Assert.All(channels, c => Assert.Equal(c.Slots, c.Slots.OrderBy(order.IndexOf)));
                    var firsts = order.Take(channels.Count);
                    Assert.All(firsts, s => Assert.EndsWith("1", s));
                },
                iter: 200
            );

    /// <summary>A draft knows which slots share a channel; which one comes first only where the machine ran with that one alone.</summary>
    [Fact]
    public void The_order_within_a_channel_of_a_draft_is_assumed_until_a_machine_ran_that_way()
    {
        static IEnumerable<string> Assumed(MachineSheet sheet) =>
            Boards.Job(sheet, "A1").Evaluate().Memory.Ladder.Where(s => s.Assumed).Select(s => s.Slot);
        Assert.Equal(["B1", "B2", "C1", "C2", "D1", "D2"], Assumed(Boards.Server with { Draft = true }).Order());
        Assert.Empty(Assumed(Boards.Server));
        Assert.Empty(
            Assumed(
                Boards.Server with
                {
                    Draft = true,
                    Memory = Boards.Server.Memory with { FillOrder = ["A1", "B1", "C1", "D1", "A2", "B2", "C2", "D2"] },
                }
            )
        );
        Assert.Empty(Assumed(Boards.Server with { Draft = true, Memory = Boards.Server.Memory with { ChannelsKnown = false } }));
        var both = Boards.Job(Boards.Server with { Draft = true }, "A1", "A2").Evaluate().Memory.Ladder.Single(s => s.Slot == "A1");
        Assert.True(both.Assumed);
    }
}
