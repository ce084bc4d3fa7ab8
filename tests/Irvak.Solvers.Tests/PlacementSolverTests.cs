using CsCheck;
using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;

namespace Irvak.Solvers.Tests;

public class PlacementSolverTests
{
    private static List<HandModule> Hand(JobState state, params ModuleSheet[] more) =>
        [
            .. state.Planned.Units.Where(u => u.Value.Module is not null).Select(u => new HandModule(u.Value, u.Key.Name)),
            .. more.Select(m => new HandModule(Boards.Unit(m), null)),
        ];

    private static Placement Solve(JobState state, params ModuleSheet[] more) =>
        PlacementSolver.Solve(state.Ask().Memory, Hand(state, more))!;

    private static IEnumerable<ModuleSheet> Times(int n, ModuleSheet module) => Enumerable.Repeat(module, n);

    [Fact]
    public void Modules_crowded_on_one_channel_are_spread()
    {
        var placed = Solve(Boards.Job(Boards.Server, "A1", "A2", "B1", "B2"));
        Assert.Equal(["A1", "B1", "C1", "D1"], placed.Slots.Keys.Order());
        Assert.Equal((2666, 4, 2), (placed.Score.RateMTs, (int)placed.Score.Channels, placed.Score.Moves));
        Assert.True(placed.IsBest);
        Assert.Equal("Leaving the fitted ones and filling up in order gives 2400 instead of 2666 MT/s, and saves 2 moves.", placed.Instead);
    }

    [Fact]
    public void A_processor_that_nobody_named_still_drives_its_slots()
    {
        var state = JobState.Start.With(new AdoptSheet(Boards.Server));
        var placed = PlacementSolver.Solve(state.Ask().Memory, [new(Boards.Unit(), null), new(Boards.Unit(), null)])!;
        Assert.Equal(2, placed.Slots.Count);
        Assert.All(placed.Slots.Keys, s => Assert.EndsWith("1", s));
    }

    [Fact]
    public void A_placement_that_is_best_already_moves_nothing()
    {
        var placed = Solve(Boards.Job(Boards.Server, "A1", "B1", "C1", "D1"));
        Assert.Equal(0, placed.Score.Moves);
        Assert.All(placed.Slots, s => Assert.Equal(s.Key, s.Value.From));
        Assert.Null(placed.Instead);
    }

    [Fact]
    public void Families_never_share_the_machine_and_the_larger_one_wins()
    {
        var placed = Solve(
            Boards.Job(Boards.Server),
            [.. Times(2, Boards.Module(16, ModuleType.LoadReduced)), .. Times(3, Boards.Module(16))]
        );
        Assert.Equal(3, placed.Slots.Count);
        Assert.All(placed.Out, o => Assert.Contains("never runs beside the registered ones", o.Why));
        Assert.Equal(2, placed.Out.Count);
    }

    [Fact]
    public void What_the_board_does_not_take_stays_out_with_the_boards_own_words()
    {
        var placed = Solve(Boards.Job(Boards.Server), Boards.Module(16), Boards.Module(16, generation: MemoryGeneration.Ddr3, rate: 1600));
        Assert.Equal("It is DDR3; the board takes DDR4.", Assert.Single(placed.Out).Why);
    }

    [Fact]
    public void More_modules_than_slots_leave_the_smallest_out()
    {
        var placed = Solve(Boards.Job(Boards.Unequal), [.. Times(4, Boards.Module(32)), Boards.Module(16)]);
        Assert.Equal(128 * 1024, placed.Score.MiB);
        Assert.Equal("All 4 usable slots hold larger modules.", Assert.Single(placed.Out).Why);
    }

    [Fact]
    public void Slots_behind_an_empty_socket_are_no_slots()
    {
        var state = Boards.Job(Boards.Server);
        state = state with { Found = state.Found.Remove(Place.Socket("CPU 2")) };
        Assert.All(Solve(state, [.. Times(6, Boards.Module())]).Slots.Keys, s => Assert.Matches("^[AB]", s));
    }

    [Fact]
    public void The_boards_own_table_decides_which_slots_are_used()
    {
        var sheet = Boards.Server with
        {
            Memory = Boards.Server.Memory with { FillOrder = ["A1", "C1", "A2", "C2", "B1", "D1", "B2", "D2"] },
        };
        Assert.Equal(["A1", "A2", "C1", "C2"], Solve(Boards.Job(sheet), [.. Times(4, Boards.Module())]).Slots.Keys.Order());
    }

    [Fact]
    public void Slots_that_a_board_revision_lacks_are_no_slots()
    {
        var sheet = Boards.Server with { Revisions = [new("A", "half the slots", ["A2", "B2", "C2", "D2"])] };
        var state = Boards.Job(sheet);
        var placed = Solve(state with { System = state.System with { BoardRevision = "A" } }, [.. Times(6, Boards.Module())]);
        Assert.Equal(["A1", "B1", "C1", "D1"], placed.Slots.Keys.Order());
        Assert.Equal(2, placed.Out.Count);
        Assert.Equal(
            6,
            Solve(state with { System = state.System with { BoardRevision = "B" } }, [.. Times(6, Boards.Module())]).Slots.Count
        );
    }

    [Fact]
    public void Where_only_the_list_counts_the_total_of_the_sheet_is_a_wall()
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { TotalLimitGiB = 64 } };
        var state = Boards.Job(sheet).With(new SetPolicy(Policy.Listed));
        var placed = Solve(state, [.. Times(6, Boards.Module())]);
        Assert.Equal((64L * 1024, true), (placed.Score.MiB, placed.IsBest));
        Assert.Equal(96L * 1024, Solve(state.With(new SetPolicy(Policy.Sound)), [.. Times(6, Boards.Module())]).Score.MiB);
    }

    [Fact]
    public void A_chosen_mode_asks_for_its_population()
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { Modes = [MemoryMode.Mirrored] } };
        var state = Boards.Job(sheet).With(new SetMemoryMode(MemoryMode.Mirrored));
        var placed = Solve(state, [.. Times(3, Boards.Module())]);
        Assert.Equal(2, placed.Slots.Count);
        Assert.Contains("mirrored mode", Assert.Single(placed.Out).Why);
        Assert.Empty(Modes.Of(state.Ask().Memory, placed.On(state.Planned), MemoryMode.Mirrored).Unmet);
    }

    [Fact]
    public void Without_a_slot_there_is_nothing_to_place()
    {
        // Somebody looked at every socket, and none holds a processor.
        var state = Boards.Job(Boards.Server) with
        {
            Found = Build.Empty.Units,
            FoundEmpty = [.. Boards.Server.Sockets.Select(s => Place.Socket(s.Id))],
        };
        Assert.Null(PlacementSolver.Solve(state.Ask().Memory, []));
    }

    // Small boards of every shape: one or two sockets, channels of one to three slots, tables with and without gaps.
    private static readonly Gen<(MachineSheet Sheet, ModuleSheet[] Fitted, ModuleSheet[] Loose, int Seed)> Small =
        from sockets in Gen.Int[1, 2]
        from shape in Gen.Int[1, 3].Array[1, 3]
        from table in Gen.Int[0, 2]
        from ranks in Gen.Int[0, 2]
        from own in Gen.Bool
        from kinds in Gen.Select(Gen.Int[0, 2], Gen.Int[0, 2], Gen.Int[1, 2], Gen.Int[0, 9]).Array[1, 3]
        from fitted in Gen.Int[0, 2].Array[0, 3]
        from loose in Gen.Int[0, 2].Array[0, 3]
        from seed in Gen.Int[0, 999]
        select (Sheet(sockets, shape, table, ranks, own), Pick(kinds, fitted), Pick(kinds, loose), seed);

    private static MachineSheet Sheet(int sockets, int[] shape, int table, int ranks, bool own)
    {
        var channels = new List<Channel>();
        var left = 6;
        for (var s = 1; s <= sockets; s++)
            foreach (var slots in shape)
            {
                if (left < slots)
                    continue;
                left -= slots;
                var id = $"{(char)('A' + channels.Count)}";
                channels.Add(new(id, $"CPU {s}", [.. Enumerable.Range(1, slots).Select(i => id + i)]));
            }
        var sheet = Boards.Server with
        {
            Sockets = [.. channels.Select(c => c.Socket).Distinct().Select(s => new Socket(s))],
            Channels = channels,
            Memory = Boards.Server.Memory with
            {
                Rates = table switch
                {
                    0 => null,
                    1 => [new(null, null, 1, 2666), new(null, null, 2, 2400), new(null, null, 3, 1866)],
                    _ => [new(null, 1, 1, 2666), new(null, 2, 1, 2400), new(null, null, 2, 2133), new(null, null, 3, 1600)],
                },
                RanksPerChannel = ranks switch
                {
                    0 => null,
                    1 => 4,
                    _ => 3,
                },
                TotalLimitGiB = null,
            },
        };
        return own ? sheet with { Memory = sheet.Memory with { FillOrder = [.. channels.SelectMany(c => c.Slots)] } } : sheet;
    }

    private static ModuleSheet[] Pick((int Size, int Rate, int Ranks, int Type)[] kinds, int[] which) =>
        [
            .. which
                .Select(i => kinds[i % kinds.Length])
                .Select(k =>
                    Boards.Module(8 << k.Size, k.Type == 0 ? ModuleType.LoadReduced : ModuleType.Registered, 2133 + (k.Rate * 267)) with
                    {
                        Ranks = k.Ranks,
                        DeviceWidth = null,
                    }
                ),
        ];

    private static JobState Fitted(MachineSheet sheet, ModuleSheet[] modules, int seed)
    {
        var slots = sheet.Channels.SelectMany(c => c.Slots).ToList();
        var state = Boards.Job(sheet);
        var found = state.Found;
        var at = seed;
        foreach (var module in modules.Take(slots.Count))
        {
            while (found.ContainsKey(Place.Slot(slots[at % slots.Count])))
                at++;
            found = found.SetItem(Place.Slot(slots[at % slots.Count]), Boards.Unit(module));
            at += 1 + (seed % 3);
        }
        return state with { Found = found };
    }

    /// <summary>Every way of filling the slots, judged by the core alone: the reference for the solver.</summary>
    private static PlacementScore BestOfAll(Question q, List<HandModule> hand)
    {
        var slots = q.Machine.Sheet.Channels.SelectMany(c => c.Slots).ToList();
        var kinds = hand.GroupBy(h => h.Module).ToList();
        var left = kinds.Select(k => k.Count()).ToArray();
        var bare = PlacementSolver.Bare(q.Machine.Planned);
        PlacementScore? best = null;
        var chosen = new int[slots.Count];
        void Fill(int at)
        {
            if (at == slots.Count)
            {
                Judge();
                return;
            }
            chosen[at] = -1;
            Fill(at + 1);
            for (var k = 0; k < kinds.Count; k++)
            {
                if (left[k] == 0)
                    continue;
                left[k]--;
                chosen[at] = k;
                Fill(at + 1);
                left[k]++;
            }
        }
        void Judge()
        {
            var build = bare;
            for (var i = 0; i < slots.Count; i++)
            {
                if (chosen[i] < 0)
                    continue;
                // The piece that was found here, when it is of that kind; another one of the kind otherwise.
                var piece = kinds[chosen[i]].FirstOrDefault(p => p.From == slots[i])
                    ?? new HandModule(kinds[chosen[i]].First().Unit with { Serial = "another" }, null);
                build = build.With(Place.Slot(slots[i]), piece.Unit);
            }
            if (!InOrder(q.Machine.Sheet, build) || PlacementSolver.Against(q.Memory, build).Any())
                return;
            var score = PlacementScore.Of(q.Memory, build);
            if (best is null || score.Compare(best) > 0)
                best = score;
        }
        Fill(0);
        return best!;
    }

    /// <summary>In a channel the module with more ranks, then the larger one, stands first (common practice, no source).</summary>
    private static bool InOrder(MachineSheet sheet, Build build) =>
        sheet.Channels.All(c =>
        {
            var here = c.Slots.Select(build.ModuleAt).Where(m => m is not null).Select(m => (m!.Ranks ?? 0, m.CapacityMiB ?? 0)).ToList();
            return here.SequenceEqual(here.OrderDescending());
        });

    /// <summary>Source: exhaustive enumeration, each filling judged by the core.</summary>
    [Fact]
    public void On_every_small_board_it_finds_what_trying_everything_finds() =>
        Small.Sample(
            t =>
            {
                var state = Fitted(t.Sheet, t.Fitted, t.Seed);
                var hand = Hand(state, t.Loose);
                var q = state.Ask();
                var placed = PlacementSolver.Solve(q.Memory, hand)!;
                var best = BestOfAll(q, hand);
                Assert.True(placed.IsBest, placed.Proof);
                Assert.Equal(0, placed.Score.Compare(best));
                Assert.Empty(PlacementSolver.Against(q.Memory, placed.On(PlacementSolver.Bare(q.Machine.Planned))));
                Assert.Equal(hand.Count, placed.Slots.Count + placed.Out.Count);
            },
            iter: 60,
            threads: 2
        );

    [Fact]
    public void The_same_question_gives_the_same_answer() =>
        Small.Sample(
            t =>
            {
                var state = Fitted(t.Sheet, t.Fitted, t.Seed);
                var one = PlacementSolver.Solve(state.Ask().Memory, Hand(state, t.Loose))!;
                var two = PlacementSolver.Solve(state.Ask().Memory, Hand(state, t.Loose))!;
                Assert.Equal(
                    one.Slots.ToDictionary(s => s.Key, s => s.Value.Module),
                    two.Slots.ToDictionary(s => s.Key, s => s.Value.Module)
                );
            },
            iter: 20
        );

    [Fact]
    public void The_rate_never_rises_when_a_module_joins_a_channel() =>
        Small.Sample(
            t =>
            {
                var state = Fitted(t.Sheet, t.Fitted, t.Seed);
                if (state.Planned.Modules(t.Sheet).ToList() is not { Count: > 0 } modules)
                    return;
                var free = modules[0].Channel.Slots.FirstOrDefault(s => state.Planned.ModuleAt(s) is null);
                if (free is null || t.Loose.Length == 0)
                    return;
                var more = state.Planned.With(Place.Slot(free), Boards.Unit(t.Loose[0]));
                Assert.True(
                    (Rate.Of(state.Ask().Memory, more).HighMTs ?? 0) <= (Rate.Of(state.Ask().Memory, state.Planned).HighMTs ?? int.MaxValue)
                );
            },
            iter: 300
        );

    [Fact]
    public void Exchanging_two_equal_modules_changes_nothing_but_moves() =>
        Small.Sample(
            t =>
            {
                var state = Fitted(t.Sheet, t.Fitted, t.Seed);
                var pair = state
                    .Planned.Modules(t.Sheet)
                    .GroupBy(m => m.Module)
                    .FirstOrDefault(g => g.Count() > 1)
                    ?.Select(m => Place.Slot(m.Slot))
                    .ToList();
                if (pair is null)
                    return;
                var swapped = state.Planned.With(pair[0], state.Planned.At(pair[1])!).With(pair[1], state.Planned.At(pair[0])!);
                Assert.Equal(
                    PlacementScore.Of(state.Ask().Memory, state.Planned) with
                    {
                        Moves = 0,
                    },
                    PlacementScore.Of(state.Ask().Memory, swapped) with
                    {
                        Moves = 0,
                    }
                );
            },
            iter: 300
        );

    [Fact]
    public void Mirrored_memory_is_at_most_half() =>
        Small.Sample(
            t =>
            {
                var state = Fitted(t.Sheet, t.Fitted, t.Seed);
                var mode = Modes.Of(state.Ask().Memory, state.Planned, MemoryMode.Mirrored);
                Assert.True(mode.UsableMiB * 2 <= state.Planned.InstalledMiB);
                var best = PlacementSolver.Solve(state.With(new SetMemoryMode(MemoryMode.Mirrored)).Ask().Memory, Hand(state, t.Loose))!;
                Assert.DoesNotContain(
                    Modes.Of(state.Ask().Memory, best.On(PlacementSolver.Bare(state.Planned)), MemoryMode.Mirrored).Unmet,
                    u => u != "no modules"
                );
            },
            iter: 60
        );
}
