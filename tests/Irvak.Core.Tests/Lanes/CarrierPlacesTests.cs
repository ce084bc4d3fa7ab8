using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using static Irvak.Core.Tests.Lanes.LaneBox;

namespace Irvak.Core.Tests.Lanes;

public class CarrierPlacesTests
{
    private static string[] Places(JobState state) => [.. state.Sheet!.M2.Where(m => m.On is not null).Select(m => m.Id)];

    [Fact]
    public void A_carrier_brings_its_places_and_takes_them_away_again()
    {
        var state = Carrying("S1", 2);
        Assert.Equal(["S1.1", "S1.2", "S1.3", "S1.4"], Places(state));
        var without = state.With(new Remove(Place.Card("S1")));
        Assert.Empty(Places(without));
        Assert.DoesNotContain(without.Plan.Keys, k => k.Kind == PlaceKind.M2 && k.Name.StartsWith("S1", StringComparison.Ordinal));
        Assert.DoesNotContain(CarrierPlaces.Without(state.Sheet!).M2, m => m.On is not null);
    }

    /// <summary>U.2 hangs on a carrier by a cable, which comes after the carrier; a module needs a converter there (SFF-8639; common
    /// practice, no source).</summary>
    [Theory]
    [InlineData("u.2", "u.2", true, false)]
    [InlineData("u.2", "u.3", true, false)]
    [InlineData("u.2", "m.2", true, true)]
    [InlineData("e1.s", "e1.s", false, false)]
    public void Carriers_take_drives_of_other_forms(string form, string drive, bool byCable, bool converter)
    {
        var state = Empty()
            .With(
                new Fit(Place.Card("S1"), Card(Carrier with { PlaceForm = form })),
                new Fit(Place.M2("S1.1"), Drive(LaneBox.Module with { Form = drive }))
            );
        var place = state.Sheet!.M2.Single(m => m.Id == "S1.1");
        Assert.Equal((form, 0, (string?)null), (place.Form, place.Lengths.Count, place.Key));
        var made = state.Evaluate();
        Assert.DoesNotContain(made.Findings, f => f.Rule.Code is "M2-CARRIER" or "M2-FORM" or "M2-LENGTH");
        Assert.Equal(converter, made.Findings.Any(f => f.Rule.Code == "DRV-CONVERTER"));
        var keys = made.Runbook.Steps.Select(s => s.Key).ToList();
        Assert.Equal(byCable, keys.IndexOf("in:card:S1") < keys.IndexOf("in:m2:S1.1"));
        var how = made.Runbook.Steps.Single(s => s.Key == "in:m2:S1.1").How;
        Assert.Equal(converter, how[0].StartsWith("Into its converter first", StringComparison.Ordinal));
        Assert.DoesNotContain(how, h => h.Contains("at an angle", StringComparison.Ordinal));
        Assert.Equal(
            byCable,
            made.Shopping.TakeAlong.Any(l => l.Text.StartsWith("Cable from the carrier to the U.2 plug of S1.1", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_new_carrier_is_empty_and_one_that_was_there_is_looked_at()
    {
        Place[] four = [.. Enumerable.Range(1, 4).Select(i => Place.M2($"S1.{i}"))];
        var fresh = Empty().With(new Fit(Place.Card("S1"), Card(Carrier)));
        Assert.Equal(four, fresh.FoundEmpty.Where(p => p.Name.StartsWith("S1.", StringComparison.Ordinal)));
        Assert.DoesNotContain(fresh.With(new Remove(Place.Card("S1"))).FoundEmpty, four.Contains);
        var there = Empty()
            .With(new RecordFound(new Dictionary<Place, Core.Builds.Unit?> { [Place.Card("S1")] = Card(Carrier) }, null, "test"));
        Assert.DoesNotContain(there.FoundEmpty, four.Contains);
        // What was planned first and then found there was looked at by nobody.
        var later = fresh.With(
            new RecordFound(new Dictionary<Place, Core.Builds.Unit?> { [Place.Card("S1")] = Card(Carrier) }, null, "test")
        );
        Assert.DoesNotContain(later.FoundEmpty, four.Contains);
    }

    [Fact]
    public void Another_sheet_keeps_what_is_planned_on_a_carrier()
    {
        var state = Carrying("S1", 2).With(new AdoptSheet(LaneBox.Sheet with { Name = "Server B" }));
        Assert.Equal(["S1.1", "S1.2", "S1.3", "S1.4"], Places(state));
        Assert.NotNull(state.Planned.At(Place.M2("S1.2")));
        // On a sheet without that slot the carrier goes, and what is on it.
        var other = state.With(new AdoptSheet(LaneBox.Sheet with { Slots = [.. LaneBox.Sheet.Slots.Skip(1)] }));
        Assert.Empty(Places(other));
        Assert.DoesNotContain(other.Plan.Keys, k => k.Kind == PlaceKind.M2 && k.Name.StartsWith("S1", StringComparison.Ordinal));
    }

    [Fact]
    public void Drives_found_on_a_carrier_are_not_forgotten_when_a_smaller_one_takes_its_slot()
    {
        var found = Empty()
            .With(
                new RecordFound(new Dictionary<Place, Core.Builds.Unit?> { [Place.Card("S1")] = Card(Carrier) }, null, "test"),
                new RecordFound(
                    new Dictionary<Place, Core.Builds.Unit?>
                    {
                        [Place.M2("S1.1")] = Drive(LaneBox.Module),
                        [Place.M2("S1.4")] = Drive(LaneBox.Module),
                    },
                    null,
                    "test"
                )
            );
        var state = found.With(new Fit(Place.Card("S1"), Card(Carrier with { Name = "small", Mech = 4, Elec = 4, Endpoints = [4] })));
        Assert.NotNull(state.Found[Place.M2("S1.4")]);
        Assert.Equal([Place.M2("S1.4")], state.Evaluate().Findings.Where(f => f.Rule.Code == "CARD-HOMELESS").SelectMany(f => f.Places));
        // Taken out it is on the list of what leaves, and can be wiped.
        Assert.Contains(state.With(new Remove(Place.M2("S1.4"))).Changes(), c => c.Place == Place.M2("S1.4") && c.TakesPart);
    }

    [Fact]
    public void A_module_of_SATA_does_not_run_on_a_carrier() =>
        Assert.Contains(
            Carrying("S1", 0)
                .With(new Fit(Place.M2("S1.1"), Drive(LaneBox.Module with { Protocol = DriveProtocol.Sata })))
                .Evaluate()
                .Findings,
            f => f.Rule.Code == "M2-WIRED"
        );

    [Fact]
    public void Laid_out_anew_arrays_follow_their_drives()
    {
        var state = Carrying("S2", 2)
            .With(new MakeArray(new("Scratch", ArrayLevel.Stripe, [Place.M2("S2.1"), Place.M2("S2.2")]) { Scratch = true }));
        var moved = state.With(
            new LayOut(
                new Dictionary<Place, Place?>
                {
                    [Place.Card("S2")] = Place.Card("S1"),
                    [Place.M2("S2.1")] = Place.M2("S1.1"),
                    [Place.M2("S2.2")] = Place.M2("S1.2"),
                },
                new Dictionary<string, IReadOnlyList<int>> { ["S1"] = [4, 4, 4, 4] },
                "moves"
            )
        );
        Assert.Equal([Place.M2("S1.1"), Place.M2("S1.2")], moved.Arrays.Plans["Scratch"]!.Members);
        Assert.Equal(["S1.1", "S1.2", "S1.3", "S1.4"], Places(moved));
        Assert.DoesNotContain(moved.Evaluate().Findings, f => f.Severity == Core.Verdicts.Severity.Stop);
    }

    [Fact]
    public void A_card_that_was_found_moves_and_comes_home()
    {
        var found = Empty()
            .With(
                new RecordFound(
                    new Dictionary<Place, Core.Builds.Unit?> { [Place.Card("S1")] = Card(Network), [Place.Card("S2")] = Card(Adapter) },
                    null,
                    "test"
                )
            );
        var swapped = found.With(
            new LayOut(
                new Dictionary<Place, Place?> { [Place.Card("S1")] = Place.Card("S2"), [Place.Card("S2")] = Place.Card("S1") },
                new Dictionary<string, IReadOnlyList<int>>(),
                "swaps"
            )
        );
        Assert.Equal("Lumick V2", swapped.Planned.At(Place.Card("S2"))!.Short);
        Assert.Equal(Place.Card("S1"), swapped.Plan[Place.Card("S2")].MovedFrom);
        var back = swapped.With(
            new LayOut(
                new Dictionary<Place, Place?> { [Place.Card("S1")] = Place.Card("S2"), [Place.Card("S2")] = Place.Card("S1") },
                new Dictionary<string, IReadOnlyList<int>>(),
                "swaps"
            )
        );
        Assert.Empty(back.Changes());
    }

    [Theory]
    [InlineData("card:S2", "card:S1", "There is no card and no module in S2.")]
    [InlineData("card:S1", "m2:M1", "Lumick V2 does not go into M1.")]
    [InlineData("card:S1", "card:S3", "S3 is taken; empty it first.")]
    [InlineData("card:S1", "card:S9", "card:S9 is no place of Server.")]
    public void A_layout_that_can_not_be_is_refused(string from, string to, string text) =>
        Assert.Equal(
            text,
            EditFold
                .Refusal(
                    LaneBox.With((Place.Card("S1"), Network), (Place.Card("S3"), Network)),
                    new LayOut(
                        new Dictionary<Place, Place?> { [Place.Parse(from)] = Place.Parse(to) },
                        new Dictionary<string, IReadOnlyList<int>>(),
                        "moves"
                    )
                )
                ?.Text
        );

    /// <summary>One screw for each module in a place that was empty; four for each drive by cable, and what holds it.</summary>
    [Theory]
    [InlineData(null, "m.2", "2 screws M2 × 3 with their stand-offs, for S1.1 and S1.2: an empty place often has none")]
    [InlineData("u.2", "u.2", "2 brackets or free 2.5-inch bays for drives that a cable reaches, 8 screws M3")]
    [InlineData("e1.s", "e1.s", null)]
    public void Screws_and_brackets_of_a_carrier_are_counted(string? form, string drive, string? words)
    {
        var its = LaneBox.Module with { Form = drive };
        var state = Empty()
            .With(
                new Fit(Place.Card("S1"), Card(Carrier with { PlaceForm = form })),
                new Fit(Place.M2("S1.1"), Drive(its)),
                new Fit(Place.M2("S1.2"), Drive(its))
            );
        var lines = state.Evaluate().Shopping.TakeAlong.Where(t => t.Key is "take:screws:m2" or "take:brackets:u2").Select(t => t.Text);
        Assert.Equal(words is null ? [] : [words], lines);
    }
}
