using CsCheck;
using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers.Tests;

public class WaysOutTests
{
    private static readonly ShelfPart[] Shelf =
    [
        Part("r16", 16, ModuleType.Registered, 2666, 8, 34),
        Part("r16slow", 16, ModuleType.Registered, 2400, 8, 30),
        Part("r32", 32, ModuleType.Registered, 2666, 4, 58),
        Part("r64", 64, ModuleType.Registered, 2666, 2, 118),
        Part("lr64", 64, ModuleType.LoadReduced, 2666, 2, 120),
        Part("u16", 16, ModuleType.Unbuffered, 2666, 2, 29),
    ];

    private static ShelfPart Part(string id, int gib, ModuleType type, int rate, int stock, decimal price) =>
        new()
        {
            Id = id,
            Module = Boards.Module(gib, type, rate),
            InStock = stock,
            PriceEur = price,
        };

    private static Evaluation Evaluate(JobState state) => state.Evaluate(null, Shelf);

    private static IReadOnlyList<WayOut> Ways(JobState state, string code)
    {
        var before = Evaluate(state);
        return WaysOut.Of(before, before.Findings.First(f => f.Rule.Code == code), ShelfBook.Of(Shelf), new Trials(state, Evaluate));
    }

    private static readonly JobState Four = Boards.Job(Boards.Server, "A1", "B1", "C1", "D1");

    [Fact]
    public void A_load_reduced_module_among_registered_ones_has_at_least_two_ways_out()
    {
        var state = Four.With(Boards.Fit("A2", Boards.Module(64, ModuleType.LoadReduced), "lr64"));
        var ways = Ways(state, "MEM-KIND");
        Assert.True(ways.Count >= 2);
        Assert.Contains(ways, w => w.Title == "Leave A2 empty" && w.Effect == "starts · 64 GiB · 2666 MT/s · − € 120");
        Assert.All(ways, w => Assert.DoesNotContain(Evaluate(state.With(w.Edit)).Findings, f => f.Rule.Code == "MEM-KIND"));
    }

    [Fact]
    public void A_module_behind_an_empty_first_slot_moves_forward() =>
        Assert.Contains(Ways(Boards.Job(Boards.Server, "A1", "C1", "D1").With(Boards.Fit("B2")), "MEM-FILL"), w =>
            w.Title == "Move B2 to B1" && w.Edit == new Move(Place.Slot("B2"), Place.Slot("B1"))
        );

    [Fact]
    public void A_missed_wish_is_met_by_adding_or_by_replacing()
    {
        var ways = Ways(Four.With(new SetWish(WishKind.MemoryGiB, 128)), "AIM-MEMORY");
        Assert.Contains(ways, w => w.Title.StartsWith("Add 4 × 16 GB", StringComparison.Ordinal));
        Assert.All(ways, w => Assert.Contains("128 GiB", w.Effect));
    }

    [Fact]
    public void Off_the_list_the_policy_is_a_way_out()
    {
        var state = Four.With(new SetPolicy(Policy.Listed), Boards.Fit("A2", Boards.Module(64), "r64"));
        Assert.Contains(Ways(state, "MEM-SLOT"), w => w.Edit == new SetPolicy(Policy.Sound));
    }

    [Fact]
    public void Too_much_money_leaves_pieces_out()
    {
        var state = Four.With(new SetWish(WishKind.MoneyLimitEur, 40), Boards.Fit("A2", shelf: "r16"), Boards.Fit("B2", shelf: "r16"));
        Assert.All(Ways(state, "AIM-MONEY"), w => Assert.True(Evaluate(state.With(w.Edit)).Shopping.TotalEur <= 40));
    }

    [Fact]
    public void No_way_out_leaves_the_machine_without_memory()
    {
        // All modules are of a kind that the board does not take: emptying their places starts nothing.
        var job = Boards
            .Job(Boards.Server, [])
            .With(
                Boards.Fit("A1", Boards.Module(type: ModuleType.Unbuffered)),
                Boards.Fit("C1", Boards.Module(type: ModuleType.Unbuffered))
            );
        Assert.All(Ways(job, "MEM-TYPE"), w => Assert.DoesNotContain("0 MiB", w.Effect, StringComparison.Ordinal));
    }

    [Fact]
    public void Giving_the_whole_plan_up_comes_last()
    {
        var job = Boards
            .Job(Boards.Server, "A1", "C1")
            .With(
                Boards.Fit("B1", Boards.Module(type: ModuleType.LoadReduced)),
                Boards.Fit("D1", Boards.Module(type: ModuleType.LoadReduced))
            );
        var ways = Ways(job, "MEM-KIND").ToList();
        Assert.True(ways.Count > 1);
        Assert.All(ways.SkipLast(1), w => Assert.NotEmpty(EditFold.Apply(job, w.Edit, Boards.Stamp).Changes()));
    }

    [Fact]
    public void Only_what_comes_in_is_replaced_and_what_must_be_bought_is_said()
    {
        var job = Boards
            .Job(Boards.Server, "A1", "C1")
            .With(Boards.Fit("B1", Boards.Module(64, ModuleType.LoadReduced)), Boards.Fit("D1", Boards.Module(64, ModuleType.LoadReduced)));
        string Instead(params ShelfPart[] shelf)
        {
            var before = job.Evaluate(null, shelf);
            var way = WaysOut
                .Of(
                    before,
                    before.Findings.First(f => f.Rule.Code == "MEM-KIND"),
                    ShelfBook.Of(shelf),
                    new Trials(job, s => s.Evaluate(null, shelf))
                )
                .First(w => w.Title.Contains("instead", StringComparison.Ordinal));
            Assert.Equal(["slot:B1", "slot:D1"], way.Edit.Touches().Order());
            return way.Title;
        }
        Assert.Equal("2 × 64 GB R 2666 in 2 places instead", Instead(Part("r64", 64, ModuleType.Registered, 2666, 2, 118)));
        Assert.Equal("2 × 64 GB R 2666 in 2 places instead, 1 to buy", Instead(Part("r64", 64, ModuleType.Registered, 2666, 1, 118)));
        Assert.Equal("2 × 64 GB R 2666 in 2 places instead, 2 to buy", Instead(Part("r64", 64, ModuleType.Registered, 2666, 0, 118)));
    }

    [Fact]
    public void One_kind_at_many_places_of_the_shelf_leaves_room_for_others()
    {
        var one = Part("a", 64, ModuleType.Registered, 2666, 8, 10);
        ShelfPart[] shelf =
        [
            .. Enumerable.Range(0, 20).Select(n => one with { Id = $"a{n:00}", LiesIn = $"{n}" }),
            Part("b", 32, ModuleType.Registered, 2666, 8, 20),
        ];
        var job = Boards.Job(Boards.Server, "A1", "C1").With(Boards.Fit("B1", Boards.Module(64, ModuleType.LoadReduced)));
        var before = job.Evaluate(null, shelf);
        Assert.Equal(
            ["1 × 32 GB R 2666 in B1 instead", "1 × 64 GB R 2666 in B1 instead"],
            WaysOut
                .Of(
                    before,
                    before.Findings.First(f => f.Rule.Code == "MEM-KIND"),
                    ShelfBook.Of(shelf),
                    new Trials(job, s => s.Evaluate(null, shelf))
                )
                .Select(w => w.Title)
                .Where(t => t.Contains("instead", StringComparison.Ordinal))
                .Order()
        );
    }

    [Fact]
    public void Notes_have_no_ways_out()
    {
        var state = Four.With(Boards.Fit("A2", Boards.Module(32), "r32"));
        var before = Evaluate(state);
        Assert.Empty(
            WaysOut.Of(before, before.Findings.First(f => f.Severity == Severity.Note), ShelfBook.Of(Shelf), new Trials(state, Evaluate))
        );
    }

    [Fact]
    public void No_way_out_brings_a_new_stop_and_the_same_question_gives_the_same_ways() =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 7], Gen.Int[0, 255])
            .Sample(
                (part, at, mask) =>
                {
                    string[] slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];
                    var state = Boards
                        .Job(Boards.Server, slots.Where((_, i) => (mask >> i & 1) == 1).ToArray())
                        .With(Boards.Fit(slots[at], Shelf[part].Module, Shelf[part].Id), new SetWish(WishKind.MemoryGiB, 160));
                    var before = Evaluate(state);
                    foreach (var finding in before.Findings)
                    {
                        var ways = WaysOut.Of(before, finding, ShelfBook.Of(Shelf), new Trials(state, Evaluate));
                        Assert.Equal(
                            ways.Select(w => w.Title),
                            WaysOut.Of(before, finding, ShelfBook.Of(Shelf), new Trials(state, Evaluate)).Select(w => w.Title)
                        );
                        Assert.All(ways, w =>
                            Assert.True(Evaluate(state.With(w.Edit)).Count(Severity.Stop) <= before.Count(Severity.Stop))
                        );
                    }
                },
                iter: 60
            );

    [Fact]
    public void What_is_tried_for_one_finding_is_not_worked_out_again_for_the_next()
    {
        var state = Four.With(
            Boards.Fit("A2", Boards.Module(64, ModuleType.LoadReduced)),
            Boards.Fit("B2", Boards.Module(8, ModuleType.Unbuffered)),
            new SetWish(WishKind.MemoryGiB, 256)
        );
        var before = Evaluate(state);
        var seen = new List<string>();
        var trials = new Trials(state, s =>
        {
            seen.Add(System.Text.Json.JsonSerializer.Serialize(s));
            return Evaluate(s);
        });
        var together = before
            .Findings.Select(f => WaysOut.Of(before, f, ShelfBook.Of(Shelf), trials).Select(w => w.Title + w.Effect))
            .ToList();
        Assert.True(before.Findings.Count(f => f.Severity != Severity.Note) > 2);
        Assert.Equal(seen.Count, trials.Made);
        Assert.Equal(seen.Count, seen.Distinct().Count());
        // The same ways as when each finding is looked at alone, with more work.
        var (alone, made) = (new List<IEnumerable<string>>(), 0);
        foreach (var finding in before.Findings)
        {
            var own = new Trials(state, Evaluate);
            alone.Add(WaysOut.Of(before, finding, ShelfBook.Of(Shelf), own).Select(w => w.Title + w.Effect));
            made += own.Made;
        }
        Assert.Equal(alone, together);
        Assert.True(made > trials.Made);
    }

    [Fact]
    public void Two_edits_of_the_same_words_in_other_places_are_two()
    {
        static Edit Empties(params string[] slots) =>
            new Together("leaves places empty", [.. slots.Select(s => (Edit)new Remove(Core.Places.Place.Slot(s)))]);
        var trials = new Trials(Four, Evaluate);
        string[] Filled(Edit edit) => [.. trials.With(edit)!.Value.State.Planned.Modules(Four.Sheet!).Select(m => m.Slot)];
        Assert.Equal(["C1", "D1"], Filled(Empties("A1", "B1")));
        Assert.Equal(["A1", "B1"], Filled(Empties("C1", "D1")));
        Assert.Equal(["C1", "D1"], Filled(Empties("A1", "B1")));
        Assert.Equal(2, trials.Made);
    }
}
