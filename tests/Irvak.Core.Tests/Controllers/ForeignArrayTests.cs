using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>An array whose controller gives way to another: it is taken over, never made anew. Common practice, no source.</summary>
public sealed class ForeignArrayTests
{
    private static Unit Card(string name, ControllerSheet? sheet, string source) =>
        new()
        {
            Card = new()
            {
                Maker = "Corvath",
                Name = name,
                Role = CardRole.Controller,
                Controller = sheet,
            },
            Source = source,
        };

    private static readonly ControllerSheet Cached = new()
    {
        Class = "cached-raid",
        Levels = ["0", "1", "5", "6"],
        CacheMiB = 1024,
        Protection = "capacitor",
    };

    /// <summary>Six disks in an array that a card in S1 keeps, the card entered by hand.</summary>
    private static JobState Kept(ControllerSheet? was)
    {
        var state = InArray(6, "raid6", r => r with { Name = "data" });
        return state with
        {
            Found = state
                .Found.SetItems(Bays(6).Select(b => KeyValuePair.Create(b, state.Found[b] with { MemberOf = "data" })))
                .SetItem(Place.Card("S1"), Card("Corvath C8", was, "by hand")),
        };
    }

    private static JobState Swapped(ControllerSheet? was, string name = "Corvath C16") =>
        Kept(was).With(new Fit(Place.Card("S1"), Card(name, Cached, "shelf")));

    [Theory]
    [InlineData("Corvath C16")]
    [InlineData("Corvath C8")] // the same model is another card all the same
    public void It_is_imported_after_the_start_and_seen_in_proof(string name)
    {
        var made = Swapped(Cached, name).Evaluate();
        var steps = made.Runbook.Steps.ToList();
        var import = steps.Single(s => s.Key == "import:data");
        Assert.Equal($"Import array data on {name} as it is", import.Title);
        Assert.Contains(import.How, h => h.StartsWith("Look that all 6 members are listed: 1 2 3 4 5 6.", StringComparison.Ordinal));
        Assert.True(steps.IndexOf(import) > steps.FindIndex(s => s.Key == "in:card:S1"));
        Assert.DoesNotContain(steps, s => s.Key.StartsWith("array:", StringComparison.Ordinal));
        // The map is at hand although no drive moves.
        Assert.Equal("off:map", steps[0].Key);
        Assert.Contains(made.Expectations, e => e.What == $"{name}, how it writes to data" && e.Expected == "write-back");
        Assert.Contains(made.Findings, f => f.Rule.Code == "CTL-FOREIGN");
        Assert.True(made.Backup.Touched);
    }

    [Fact]
    public void The_old_card_is_kept_with_what_its_cache_holds()
    {
        foreach (var was in new[] { Cached, null })
        {
            var step = Swapped(was).Evaluate().Runbook.Steps.Single(s => s.Key == "out:card:S1");
            Assert.Equal("Label every cable with its port before it comes off.", step.How[0]);
            Assert.StartsWith("A lamp of its cache that is still lit means writes for data", step.Caution);
        }
        // One that keeps nothing runs empty before it is pulled.
        var idle = Kept(Cached) with { Found = Kept(Cached).Found.RemoveRange(Bays(6)) };
        Assert.StartsWith(
            "A cache that still holds writes loses them",
            idle.With(new Fit(Place.Card("S1"), Card("Corvath C16", Cached, "shelf")))
                .Evaluate()
                .Runbook.Steps.Single(s => s.Key == "out:card:S1")
                .Caution
        );
        Assert.Contains(
            "Keep it as it is, with its cache",
            Swapped(Cached).Evaluate().Runbook.Steps.Single(s => s.Key == "out:card:S1").How[^1]
        );
        // A slot that held a card has no blank bracket.
        Assert.DoesNotContain("blank", Swapped(Cached).Evaluate().Runbook.Steps.Single(s => s.Key == "in:card:S1").How[0]);
    }

    /// <summary>What did not run before and was seen as expected is no open point, nor is what was imported still to be imported.</summary>
    [Fact]
    public void Once_it_was_seen_the_owner_hears_that_it_was_imported()
    {
        var down = Kept(Cached) is var kept ? kept with { Readings = kept.Readings.SetItem("arrays", Down(kept)) } : kept;
        var job = down.With(new Fit(Place.Card("S1"), Card("Corvath C16", Cached, "shelf")));
        HandoverPage Page(JobState of, LineState state) =>
            of.Evaluate() is var e
                ? HandoverWriter.Of(
                    new("0123", "Move", "Bao"),
                    of,
                    of.Ask(),
                    e,
                    [.. e.Expectations.Select(x => new ComparedLine(x, state, null, "Ines", null))]
                )
                : null!;
        var before = Page(job, LineState.NotLookedAt);
        Assert.Contains(before.Open, o => o.Kind == OpenKind.Stop && o.Sentence.StartsWith("data ", StringComparison.Ordinal));
        Assert.Contains("Array data of Corvath C8: to be imported on Corvath C16, nobody says that it was", before.Done);
        Assert.Contains(before.Watch, w => w.Sentence.Contains("import it as foreign") && !w.AsFoundToo);

        var after = Page(
            job with
            {
                Ticks = job.Ticks.SetItem("import:data", new("Ines", default, "Import array data on Corvath C16 as it is")),
            },
            LineState.AsExpected
        );
        Assert.DoesNotContain(after.Open, o => o.Kind == OpenKind.Stop);
        Assert.Contains("Array data of Corvath C8: imported on Corvath C16, says Ines", after.Done);
        Assert.DoesNotContain(after.Watch, w => w.Sentence.Contains("foreign") || w.Sentence.Contains("capacitor"));
    }

    private static Observation Down(JobState of) =>
        of.Readings["arrays"] with
        {
            Raids = [of.Readings["arrays"].Raids[0] with { State = "Failed" }],
        };

    [Fact]
    public void Of_a_card_that_nobody_knows_it_is_imported_too() =>
        Assert.Contains(Swapped(null).Evaluate().Runbook.Steps, s => s.Key == "import:data");

    [Fact]
    public void Nothing_is_imported_where_the_card_stays_or_the_system_keeps_the_array()
    {
        Assert.Empty(ForeignArray.Of(Kept(Cached).Ask().Storage));
        Assert.False(Kept(Cached).Evaluate().Backup.Touched);
        var kernel = InArray(6, "raid6").With(new Fit(Place.Card("S1"), Card("Corvath C16", Cached, "shelf")));
        Assert.Empty(ForeignArray.Of(kernel.Ask().Storage));
    }
}
