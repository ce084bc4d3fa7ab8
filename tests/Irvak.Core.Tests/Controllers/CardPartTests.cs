using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;
using static Irvak.Core.Tests.Controllers.ControllerRuleCases;

namespace Irvak.Core.Tests.Controllers;

/// <summary>
/// Keys, cache modules and what guards a cache: bought, mounted in order (key, module, card, unit with its lead along the wall), and seen
/// afterwards. Common practice, no source.
/// </summary>
public sealed class CardPartTests
{
    private static readonly Place Slot = Place.Card("S1");

    private static readonly ControllerSheet Raid = Hba with
    {
        Class = "cached-raid",
        Levels = ["0", "1", "10", "5", "6"],
        KeyLevels = ["6"],
        Keys = ["flash cache"],
        CacheMiB = 4096,
        CacheOnModule = true,
        Protection = "capacitor",
    };

    private static readonly Unit Card = new()
    {
        Card = new()
        {
            Name = "Corvath C",
            Maker = "Corvath",
            Role = CardRole.Controller,
            Height = "low",
            Controller = Raid,
        },
        Source = "shelf",
    };

    /// <summary>Four drives behind the card, in an array of its own.</summary>
    private static JobState New(ArrayLevel level) =>
        With(Disk, Disk, Disk, Disk).With(new Fit(Slot, Card)).Array(level, 4, ArrayHost.Controller);

    private static JobState There(ArrayLevel level) =>
        Boards
            .Job(Sheet, "A1", "C1")
            .With(new RecordFound(new Dictionary<Place, Unit?> { [Slot] = Card }, null, "by hand"))
            .With([.. Enumerable.Range(1, 4).Select(i => (Edit)new Fit(Bay(i), new Unit { Drive = Disk, Source = "shelf" }))])
            .Array(level, 4, ArrayHost.Controller);

    private static SetCardPart Said(string part, CardPartState? state) => new(Slot, part, state);

    private static string? Sentence(JobState job, string code) =>
        job.Evaluate().Findings.FirstOrDefault(f => f.Rule.Code == code)?.Sentence;

    private static string[] Comes(JobState job) => [.. job.Ask().Storage.PartsThatCome.Select(p => p.Part.Name)];

    [Fact]
    public void With_a_new_card_comes_what_the_plan_needs()
    {
        Assert.Equal(["cache", "unit"], Comes(New(ArrayLevel.Parity1)));
        Assert.Equal(["key:levels", "cache", "unit"], Comes(New(ArrayLevel.Parity2)));
        Assert.Equal(["cache", "unit"], Comes(New(ArrayLevel.Parity2).With(Said(CardPart.LevelKey, CardPartState.There))));
        Assert.Contains(New(ArrayLevel.Parity2).Evaluate().Shopping.TakeAlong, l => l.Text == "The key for level 6 of Corvath C");
        Assert.DoesNotContain(New(ArrayLevel.Parity1).Evaluate().Shopping.TakeAlong, l => l.Text.Contains("key", StringComparison.Ordinal));
        // Without its key the level is none.
        Assert.Equal(
            "What is to keep M does not make level 6: Corvath C.",
            Sentence(New(ArrayLevel.Parity2).With(Said(CardPart.LevelKey, CardPartState.Absent)), "ARR-CONTROLLER")
        );
    }

    [Fact]
    public void Without_its_unit_a_cache_guards_nothing()
    {
        Assert.Null(Sentence(New(ArrayLevel.Parity1), "ARR-CACHE"));
        var bare = New(ArrayLevel.Parity1).With(Said(CardPart.Unit, CardPartState.Absent));
        Assert.NotNull(Sentence(bare, "ARR-CACHE"));
        Assert.Null(Sentence(bare, "CTL-UNIT"));
        Assert.Equal(["cache"], Comes(bare));
    }

    [Fact]
    public void Of_a_card_that_was_there_it_is_asked()
    {
        var job = There(ArrayLevel.Parity2);
        Assert.Empty(Comes(job));
        Assert.Equal("Level 6 of M needs the key for it in Corvath C: whether it is there is not known.", Sentence(job, "CTL-KEY-ASK"));
        Assert.Equal(
            "Corvath C caches writes only behind its capacitor: whether it is there and charged is not known.",
            Sentence(job, "CTL-UNIT")
        );
        Assert.Null(Sentence(There(ArrayLevel.Parity1), "CTL-KEY-ASK"));
        Assert.Null(Sentence(job.With(Said(CardPart.LevelKey, CardPartState.There)), "CTL-KEY-ASK"));
        Assert.Null(Sentence(job.With(Said(CardPart.Unit, CardPartState.There)), "CTL-UNIT"));
        // What is bought for it is mounted: the card comes out for a key, not for its unit.
        var bought = job.With(Said(CardPart.LevelKey, CardPartState.Comes), Said(CardPart.Unit, CardPartState.Comes));
        Assert.Null(Sentence(bought, "CTL-KEY-ASK"));
        var step = Assert.Single(bought.Evaluate().Runbook.Steps, s => s.Key == "part:card:S1");
        Assert.Equal("Mount the key for level 6 and capacitor of Corvath C in S1", step.Title);
        Assert.Contains(step.How, h => h.StartsWith("Label its cables, pull them, and take the card out", StringComparison.Ordinal));
        var unit = job.With(Said(CardPart.Unit, CardPartState.Comes)).Evaluate().Runbook.Steps.Single(s => s.Key == "part:card:S1");
        Assert.DoesNotContain(unit.How, h => h.Contains("take the card out", StringComparison.Ordinal));
    }

    private static JobState Cached(JobState job) =>
        job.With(
            new Fit(Bay(5), new Unit { Drive = Flash with { Form = "3.5" }, Source = "shelf" }),
            new PlanCache(new("K", [Bay(5)], [new("M", 500)]))
        );

    /// <summary>The key for flash is a part as the others are: nothing is bought unasked for a card that was there.</summary>
    [Fact]
    public void The_key_for_a_flash_cache_is_asked_bought_or_missing()
    {
        const string key = "key:flash cache";
        var (fresh, there) = (Cached(New(ArrayLevel.Parity1)), Cached(There(ArrayLevel.Parity1)));
        Assert.Equal("Corvath C caches on flash only with its key: see that it comes along.", Sentence(fresh, "CACHE-KEY"));
        Assert.Contains(key, Comes(fresh));
        Assert.Equal("Corvath C caches on flash only with its key: whether it is there is not known.", Sentence(there, "CACHE-KEY"));
        Assert.DoesNotContain(there.Evaluate().Shopping.TakeAlong, l => l.Text.Contains("key", StringComparison.Ordinal));
        Assert.Null(Sentence(there.With(Said(key, CardPartState.There)), "CACHE-KEY"));
        var none = there.With(Said(key, CardPartState.Absent)).Evaluate().Findings.Single(f => f.Rule.Code == "CACHE-KEY");
        Assert.Equal(
            (Core.Verdicts.Severity.Stop, "Corvath C caches on flash only with its key: it is not there."),
            (none.Severity, none.Sentence)
        );
        Assert.Contains(there.With(Said(key, CardPartState.Comes)).Evaluate().Shopping.TakeAlong, l =>
            l.Text == "The key for flash cache of Corvath C"
        );
    }

    /// <summary>What was seen of the card that goes out says nothing of the one that comes.</summary>
    [Fact]
    public void What_was_said_of_one_card_is_not_taken_for_another()
    {
        var job = There(ArrayLevel.Parity1).With(Said(CardPart.Unit, CardPartState.Absent), Said(CardPart.Cache, CardPartState.There));
        var other = Card with { Card = Card.Card! with { Name = "Corvath D" } };
        Assert.Equal(["cache", "unit"], Comes(job.With(new Fit(Slot, other))));
        Assert.Empty(Comes(job));
    }

    [Theory]
    [InlineData(CardPartState.There, "0, 1, 10, 5, 6")]
    [InlineData(CardPartState.Absent, "0, 1, 10, 5")]
    [InlineData(CardPartState.Comes, "0, 1, 10, 5")]
    public void Levels_are_offered_with_their_key(CardPartState state, string wanted) =>
        Assert.Equal(
            wanted,
            New(ArrayLevel.Parity1)
                .With(Said(CardPart.LevelKey, state))
                .Evaluate()
                .Expectations.Single(e => e.Key == "controller.card:S1.levels")
                .Expected
        );

    [Fact]
    public void The_card_is_made_ready_before_it_goes_in_and_its_unit_comes_last()
    {
        var steps = New(ArrayLevel.Parity2).Evaluate().Runbook.Steps.ToList();
        var (ready, into) = (steps.Single(s => s.Key == "ready:card:S1"), steps.Single(s => s.Key == "in:card:S1"));
        Assert.Equal(steps.IndexOf(ready) + 1, steps.IndexOf(into));
        Assert.StartsWith("The key for level 6: straight down onto its header", ready.How[0], StringComparison.Ordinal);
        Assert.StartsWith("The cache module: stand-offs first", ready.How[1], StringComparison.Ordinal);
        Assert.StartsWith("Its lead along the side wall", into.How[^1], StringComparison.Ordinal);
        Assert.StartsWith("Its capacitor: metal bracket, plastic holder", into.How[^2], StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("low", "The low bracket on it; the full one stays with its papers.")]
    [InlineData("full", "The full-height bracket on it: two screws; the low one stays with its papers.")]
    [InlineData(null, null)]
    public void The_bracket_is_that_of_the_slot(string? height, string? wanted)
    {
        var state = New(ArrayLevel.Parity1);
        state = state with { Sheet = state.Sheet! with { Slots = [state.Sheet.Slots[0] with { Height = height }] } };
        Assert.Equal(
            wanted,
            state
                .Evaluate()
                .Runbook.Steps.Single(s => s.Key == "ready:card:S1")
                .How.SingleOrDefault(h => h.Contains("bracket", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void What_a_controller_shows_afterwards_stands_in_the_proof()
    {
        var lines = New(ArrayLevel.Parity2)
            .Evaluate()
            .Expectations.Where(e => ExpectedControllers.IsOne(e.Key))
            .ToDictionary(e => e.Key, e => e.Expected);
        Assert.Equal(
            new Dictionary<string, string>
            {
                ["controller.card:S1.seen"] = "listed",
                ["controller.card:S1.levels"] = "0, 1, 10, 5, 6",
                ["controller.card:S1.cache"] = "4096 MiB",
                ["controller.card:S1.unit"] = "charged",
                ["controller.card:S1.write.M"] = "write-back",
            },
            lines
        );
        // No key comes that the plan does not need: its level is not offered.
        Assert.Equal(
            "0, 1, 10, 5",
            New(ArrayLevel.Parity1).Evaluate().Expectations.Single(e => e.Key == "controller.card:S1.levels").Expected
        );
        var bare = New(ArrayLevel.Parity1).With(Said(CardPart.Unit, CardPartState.Absent)).Evaluate().Expectations;
        Assert.Equal("write-through", bare.Single(e => e.Key == "controller.card:S1.write.M").Expected);
        Assert.DoesNotContain(bare, e => e.Key == "controller.card:S1.unit");
        // A card that was there: nothing of it is new, but the array on it writes somehow.
        Assert.Equal(
            ["controller.card:S1.unit", "controller.card:S1.write.M"],
            There(ArrayLevel.Parity1).Evaluate().Expectations.Where(e => ExpectedControllers.IsOne(e.Key)).Select(e => e.Key)
        );
    }

    [Theory]
    [InlineData("controller.card:S1.levels", "RAID 0/1/10/5/6/50", LineState.AsExpected)]
    [InlineData("controller.card:S1.levels", "0 1 10 5", LineState.Deviates)]
    [InlineData("controller.card:S1.write.M", "Write Back", LineState.AsExpected)]
    [InlineData("controller.card:S1.write.M", "write-through", LineState.Deviates)]
    [InlineData("controller.card:S1.unit", "charging, 40 %", LineState.NotYet)]
    [InlineData("controller.card:S1.unit", "Learn cycle", LineState.NotYet)]
    [InlineData("controller.card:S1.unit", "Charged", LineState.AsExpected)]
    [InlineData("controller.card:S1.unit", "failed", LineState.Deviates)]
    [InlineData("controller.card:S1.cache", "4096", LineState.AsExpected)]
    [InlineData("controller.card:S1.cache", "4 GiB", LineState.AsExpected)]
    [InlineData("controller.card:S1.cache", "2048", LineState.Deviates)]
    public void What_is_seen_is_told_from_what_is_expected(string key, string seen, LineState wanted)
    {
        var job = New(ArrayLevel.Parity2).With(new AnswerLine(key, SeenVerdict.Other, seen));
        var line = Comparison.Of(job.Sheet!, job.Evaluate().Expectations, null, job.Proof.Answers).Single(l => l.Expected.Key == key);
        Assert.Equal(wanted, line.State);
    }

    [Fact]
    public void A_capture_that_names_the_card_shows_it()
    {
        var job = New(ArrayLevel.Parity2);
        LineState State(string name) =>
            Comparison
                .Of(
                    job.Sheet!,
                    job.Evaluate().Expectations,
                    new Observation { Pci = [new() { Address = "01:00.0", Name = name }] },
                    job.Proof.Answers
                )
                .Single(l => l.Expected.Key == "controller.card:S1.seen")
                .State;
        Assert.Equal(LineState.AsExpected, State("RAID bus controller: Corvath C (rev 02)"));
        Assert.Equal(LineState.NotLookedAt, State("SATA controller"));
    }

    [Fact]
    public void Parts_go_with_the_controller_and_wrong_names_are_refused()
    {
        var job = New(ArrayLevel.Parity2).With(Said(CardPart.Unit, CardPartState.Absent));
        Assert.Null(Said(CardPart.Unit, null).Refusal(job, job.Controllers));
        Assert.Equal("/edit/part", Said("lamp", CardPartState.There).Refusal(job, job.Controllers)!.Path);
        Assert.Equal("/edit/part", Said("key:", CardPartState.There).Refusal(job, job.Controllers)!.Path);
        Assert.Equal("/edit/at", new SetCardPart(Place.Card("S9"), "unit", null).Refusal(job, job.Controllers)!.Path);
        Assert.Equal("the unit that guards its cache of S1", SubjectWords.Of(Said(CardPart.Unit, null).Touches().Single()));
        Assert.Equal("the key for levels of S1", SubjectWords.Of(Said(CardPart.LevelKey, null).Touches().Single()));
        Assert.Empty(job.With(Said(CardPart.Unit, null)).Controllers.Parts);
        Assert.Empty(job.Controllers.Within(Sheet with { Slots = [] }).Parts);
        Assert.Equal("card:S7|unit|CORVATH C", Assert.Single(job.Controllers.Laid(_ => Place.Card("S7")).Parts).Key);
    }
}
