using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests;
using Irvak.Core.Tests.Lanes;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers.Tests;

public class LaneSolverTests
{
    private static LaneAssignment Solve(JobState state) => LaneSolver.Solve(state.Ask().Lanes)!;

    private static JobState Taken(JobState state) => Solve(state).Edit is { } edit ? state.With(edit) : state;

    [Fact]
    public void A_carrier_goes_where_all_its_drives_are_seen_and_the_rest_makes_room()
    {
        // The network card in the only slot of sixteen lanes moves out of the way.
        var state = LaneBox.Carrying("S2", 4).With(new Fit(Place.Card("S1"), LaneBox.Card(LaneBox.Network)));
        var found = Solve(state);
        Assert.True(found.IsBest);
        Assert.Equal(Place.Card("S1"), found.Parts.Single(p => p.From == Place.Card("S2")).To);
        Assert.Equal([4, 4, 4, 4], found.Splits["S1"]);
        Assert.Equal(Throughput.None, found.LostMBs);
        Assert.True(found.LostBefore.MegabytesPerSecond > 10_000);
        Assert.DoesNotContain(Taken(state).Evaluate().Findings, f => f.Severity == Severity.Stop && f.Rule.Sheet == WorkingSheet.Lanes);
    }

    [Fact]
    public void What_fits_nowhere_stays_out_with_its_reason()
    {
        var huge = LaneBox.Network with { Name = "Huge", LengthMm = 400, Height = "full" };
        var found = Solve(LaneBox.With((Place.Card("S1"), huge), (Place.Card("S2"), LaneBox.Network)));
        var left = Assert.Single(found.Parts, p => p.To is null);
        Assert.Equal(("Huge", "no slot takes it: 3 too short for its length, 2 of another bus, 1 too low"), (left.Part, left.Why));
        Assert.Null(found.Edit!.Moves[Place.Card("S1")]);
    }

    [Fact]
    public void The_fewest_are_dropped_when_there_are_more_cards_than_slots()
    {
        var sheet = LaneBox.Sheet with
        {
            Slots = [LaneBox.Sheet.Slots[0], LaneBox.Sheet.Slots[1]],
            Roots = [.. LaneBox.Sheet.Roots.Take(2)],
            M2 = [],
            Boards = [],
        };
        // A card as thick as two slots shuts both; the two thin ones stay.
        var state = LaneBox.On(
            sheet,
            (Place.Card("S1"), LaneBox.Network with { Name = "Thick", Thick = 2 }),
            (Place.Card("S2"), LaneBox.Network)
        );
        var found = Solve(state);
        Assert.Equal("others need the slots that would take it", Assert.Single(found.Parts, p => p.To is null).Why);
    }

    [Fact]
    public void Nothing_moves_that_need_not()
    {
        var state = LaneBox
            .Empty()
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Card("S1")] = LaneBox.Card(LaneBox.Network),
                        [Place.Card("S2")] = LaneBox.Card(LaneBox.Adapter),
                    },
                    null,
                    "test"
                )
            );
        Assert.Null(Solve(state).Edit);
        // A carrier comes that needs S1: one card moves, not two.
        var more = state.With(
            new Fit(Place.Card("S4"), LaneBox.Card(LaneBox.Carrier)),
            new Fit(Place.M2("S4.1"), LaneBox.Drive(LaneBox.Module)),
            new Fit(Place.M2("S4.2"), LaneBox.Drive(LaneBox.Module)),
            new Fit(Place.M2("S4.3"), LaneBox.Drive(LaneBox.Module))
        );
        var found = Solve(more);
        Assert.Equal(Place.Card("S1"), found.Parts.Single(p => p.From == Place.Card("S4")).To);
        Assert.Equal(Place.Card("S2"), found.Parts.Single(p => p.From == Place.Card("S2")).To);
    }

    [Fact]
    public void A_module_that_would_darken_a_slot_goes_elsewhere()
    {
        var sheet = LaneBox.Sheet with { Exclusions = [new("M1", "S2", 0)], Slots = [LaneBox.Sheet.Slots[1]], Roots = LaneBox.Sheet.Roots };
        var state = LaneBox
            .On(sheet, (Place.Card("S2"), LaneBox.Network))
            .With(new Fit(Place.M2("M1"), LaneBox.Drive(LaneBox.Module with { Gen = 3, ReadMBs = 3000 })));
        Assert.Equal(Place.M2("M2"), Solve(state).Parts.Single(p => p.From == Place.M2("M1")).To);
    }

    [Fact]
    public void The_same_question_gets_the_same_answer()
    {
        var state = Board(7);
        Assert.Equal(Solve(state).Parts, Solve(state).Parts);
    }

    /// <summary>Small boards, each way to lay them out looked at by the core's own evaluation: as many placed, as little lost, as few
    /// moves.</summary>
    [Theory]
    [MemberData(nameof(Seeds))]
    public void It_finds_what_looking_at_every_layout_finds(int seed)
    {
        var state = Board(seed);
        var q = state.Ask();
        var found = Solve(state);
        var all = Every(q).ToList();
        var placed = all.Max(l => l.Placed);
        var least = all.Where(l => l.Placed == placed).Min(l => l.Lost);
        Assert.Equal(placed, found.Parts.Count(p => p.To is not null));
        // The solver counts whole MB/s.
        Assert.InRange(found.LostMBs.MegabytesPerSecond, least - 4, least + 4);
        var moves = all.Where(l => l.Placed == placed && l.Lost <= found.LostMBs.MegabytesPerSecond + 4).Min(l => l.Moves);
        Assert.Equal(moves, Cost(q, found));
        Assert.True(found.IsBest);
    }

    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 60)];

    private static JobState Board(int seed)
    {
        var random = new Random(seed);
        T Any<T>(params T[] of) => of[random.Next(of.Length)];
        List<ExpansionSlot> slots = [];
        for (var (i, count) = (1, random.Next(2, 5)); i <= count; i++)
        {
            var (mech, elec) = Any((16, 16), (16, 8), (8, 8), (8, 4), (4, 4));
            slots.Add(
                new(
                    $"S{i}",
                    mech,
                    elec,
                    Any(3, 4),
                    Any("CPU 1", "CPU 2"),
                    Splits: elec == 16
                            ?
                            [
                                [8, 8],
                                [4, 4, 4, 4],
                            ]
                        : elec == 8
                            ?
                            [
                                [4, 4],
                            ]
                        : null,
                    OpenEnd: Any(true, false)
                )
                {
                    Height = Any("full", "low"),
                    Watt = 75,
                }
            );
        }
        var sheet = LaneBox.Sheet with
        {
            Roots = [new("CPU 1", Any(12, 24, 40), 4), new("CPU 2", Any(8, 40), 4)],
            Slots = slots,
            M2 = [new("M1", [80], "×4", "CPU 1", "M", ["NVMe"], Any(2, 4), Any(3, 4))],
            Boards = [],
            Exclusions = Any(true, false)
                ? Any(true, false)
                    ? [new("M1", "S1", Any(0, 4)), new("S2", "S1", Any(0, 4))]
                    : [new("M1", "S1", Any(0, 4))]
                : [],
        };
        var state = LaneBox.Empty(sheet);
        var free = slots.Select(s => Place.Card(s.Id)).ToList();
        string? carrier = null;
        foreach (
            var card in new[]
            {
                Any(LaneBox.Network, LaneBox.Adapter),
                Any(LaneBox.Carrier, LaneBox.Switched, LaneBox.Network),
                Any(LaneBox.Network with { Thick = 2 }, LaneBox.Network),
            }.Take(random.Next(1, free.Count + 1))
        )
        {
            var at = free[random.Next(free.Count)];
            free.Remove(at);
            state =
                random.Next(3) == 0
                    ? state.With(new RecordFound(new Dictionary<Place, Unit?> { [at] = LaneBox.Card(card) }, null, "test"))
                    : state.With(new Fit(at, LaneBox.Card(card)));
            if (card.Endpoints is not null)
                carrier = at.Name;
        }
        var places = (carrier is null ? [] : Enumerable.Range(1, 4).Select(n => Place.M2($"{carrier}.{n}")))
            .Append(Place.M2("M1"))
            .ToList();
        for (var n = random.Next(0, 4); n > 0 && places.Count > 0; n--)
        {
            var at = places[random.Next(places.Count)];
            places.Remove(at);
            state = state.With(new Fit(at, LaneBox.Drive(LaneBox.Module with { Gen = Any(3, 4), ReadMBs = Any(3000, 6000) })));
        }
        return state;
    }

    private sealed record Layout(int Placed, double Lost, int Moves);

    /// <summary>Every way to put the cards and modules of a plan, with every setting of the slots.</summary>
    private static IEnumerable<Layout> Every(Question q)
    {
        var cards = q.Machine.Planned.Units.Where(u => u.Key.Kind == PlaceKind.Card).ToList();
        var modules = q.Machine.Planned.Units.Where(u => u.Key.Kind == PlaceKind.M2).ToList();
        var bare = new Build(q.Machine.Planned.Units.RemoveRange(cards.Concat(modules).Select(u => u.Key)));
        return Cards(0, bare, [], []);

        IEnumerable<Layout> Cards(int n, Build build, Dictionary<Place, Place> at, Dictionary<string, IReadOnlyList<int>> splits)
        {
            if (n == cards.Count)
            {
                foreach (var layout in Modules(0, build, at, splits))
                    yield return layout;
                yield break;
            }
            foreach (var layout in Cards(n + 1, build, at, splits))
                yield return layout;
            var card = cards[n].Value.Card!;
            foreach (var slot in q.Machine.Sheet.Slots)
            {
                var place = Place.Card(slot.Id);
                if (build.At(place) is not null || CardFit.WhyNot(slot, card) is not null)
                    continue;
                IEnumerable<IReadOnlyList<int>> ways = card is { Endpoints: not null, HasSwitch: not true }
                    ? (slot.Splits ?? []).Prepend([])
                    : [q.Lanes.SplitOf(slot.Id)];
                foreach (var split in ways)
                foreach (
                    var layout in Cards(
                        n + 1,
                        build.With(place, cards[n].Value),
                        new(at) { [cards[n].Key] = place },
                        new(splits) { [slot.Id] = split }
                    )
                )
                    yield return layout;
            }
        }

        IEnumerable<Layout> Modules(int n, Build build, Dictionary<Place, Place> at, Dictionary<string, IReadOnlyList<int>> splits)
        {
            if (n == modules.Count)
            {
                if (Judge(build, at, splits) is { } layout)
                    yield return layout;
                yield break;
            }
            foreach (var layout in Modules(n + 1, build, at, splits))
                yield return layout;
            var carriers = q
                .Machine.Sheet.Slots.Where(s => build.At(Place.Card(s.Id))?.Card?.Endpoints is not null)
                .SelectMany(s => Enumerable.Range(0, 4).Select(i => Place.M2(CarrierPlaces.Name(s.Id, i))));
            foreach (
                var place in q
                    .Machine.Sheet.M2.Where(m => m.On is null && M2Fit.Fits(m, modules[n].Value.Drive!))
                    .Select(m => Place.M2(m.Id))
                    .Concat(carriers)
            )
                if (build.At(place) is null)
                    foreach (
                        var layout in Modules(n + 1, build.With(place, modules[n].Value), new(at) { [modules[n].Key] = place }, splits)
                    )
                        yield return layout;
        }

        Layout? Judge(Build build, Dictionary<Place, Place> at, Dictionary<string, IReadOnlyList<int>> splits)
        {
            // A layout counts when the core finds no place twice, none dark or covered, none unseen and no root overdrawn.
            for (var i = 0; i < q.Machine.Sheet.Slots.Count; i++)
                if (
                    build.At(Place.Card(q.Machine.Sheet.Slots[i].Id))?.Card is { Thick: > 1 and var thick }
                    && (
                        i + thick > q.Machine.Sheet.Slots.Count
                        || q.Machine.Sheet.Slots.Skip(i + 1).Take(thick - 1).Any(s => build.At(Place.Card(s.Id)) is not null)
                    )
                )
                    return null;
            var asked = q.Lanes with { Planned = build, Splits = splits };
            var lanes = LaneSheet.Of(asked);
            if (lanes.Roots.Any(r => r.Used > r.Lanes) || lanes.Branches.Any(b => b.Lanes == 0 && build.At(b.Place) is not null))
                return null;
            if (lanes.Branches.SelectMany(b => b.Ends).Any(e => e.State == EndState.Unseen))
                return null;
            if (
                modules
                    .Where(m => at.ContainsKey(m.Key))
                    .Any(m => !lanes.Branches.SelectMany(b => b.Ends).Any(e => e.Place == at[m.Key] && e.Width > 0))
            )
                return null;
            return new(at.Count, LaneSolver.Lost(lanes).MegabytesPerSecond, Moved(q, at, splits));
        }
    }

    private static int Cost(Question q, LaneAssignment found) =>
        Moved(q, found.Parts.Where(p => p.To is not null).ToDictionary(p => p.From, p => p.To!), found.Splits);

    /// <summary>Ten for a fitted part that moves, one for a planned one, one for a slot set otherwise; riding along with a carrier is
    /// free.</summary>
    private static int Moved(Question q, Dictionary<Place, Place> at, IReadOnlyDictionary<string, IReadOnlyList<int>> splits)
    {
        var cost = 0;
        foreach (var (from, to) in at)
        {
            var dot = from.Kind == PlaceKind.M2 ? from.Name.IndexOf('.') : -1;
            var home = dot >= 0 && at.TryGetValue(Place.Card(from.Name[..dot]), out var now) ? Place.M2(now.Name + from.Name[dot..]) : from;
            if (to != home)
                cost += q.Machine.IsNew(from) ? 1 : 10;
        }
        return cost
            + splits.Count(s =>
                q.Machine.Planned.Units.Any(u =>
                    at.GetValueOrDefault(u.Key) == Place.Card(s.Key) && u.Value.Card is { Endpoints: not null, HasSwitch: not true }
                ) && !s.Value.SequenceEqual(q.Lanes.SplitOf(s.Key))
            );
    }
}
