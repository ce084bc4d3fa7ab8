using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Solvers.Tests;

/// <summary>Ways out of what is wrong with drives and arrays: each was tried, and says what comes of it.</summary>
public class ArrayWaysTests
{
    private static readonly ShelfPart[] Shelf =
    [
        new()
        {
            Id = "u2",
            Drive = Disk with { Model = "RV-U", Media = DriveMedia.Flash, Protocol = DriveProtocol.Nvme, Form = "u.2", HeightMm = 15 },
            InStock = 4,
            PriceEur = 400,
        },
        new()
        {
            Id = "sas8",
            Drive = Disk with { Model = "EK-S8", Protocol = DriveProtocol.Sas },
            InStock = 4,
            PriceEur = 199,
        },
        new()
        {
            Id = "sata8",
            Drive = Disk with { Model = "EK-N8X" },
            InStock = 4,
            PriceEur = 180,
        },
    ];

    private static IReadOnlyList<Core.Verdicts.WayOut> Ways(JobState state, string code)
    {
        Evaluation Evaluate(JobState s) => s.Evaluate(null, Shelf);
        var before = Evaluate(state);
        var ways = WaysOut.Of(before, before.Findings.First(f => f.Rule.Code == code), ShelfBook.Of(Shelf), new Trials(state, Evaluate));
        Assert.All(ways, w => Assert.DoesNotContain(Evaluate(state.With(w.Edit)).Findings, f => f.Rule.Code == code));
        return ways;
    }

    [Fact]
    public void A_striped_array_is_made_redundant_or_said_to_be_worth_nothing()
    {
        var ways = Ways(Disks(4).Array(ArrayLevel.Stripe, 4, change: a => a with { BackedUp = false }), "ARR-NONE");
        Assert.Equal(3, ways.Count);
        Assert.Contains(ways, w =>
            w.Title == "Double parity over the same drives"
            && w.Effect.StartsWith("16.0 TB · survives 2 · lost within 5 years", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_changed_array_can_be_left_as_it_was_found()
    {
        var found = InArray(4, "raid6");
        var ways = Ways(
            found.With(new MakeArray(JobArrays.Found(found)[0] with { Level = ArrayLevel.Pairs, BackedUp = true })),
            "ARR-ERASE"
        );
        Assert.Equal("Leave md0 as found", ways[0].Title);
    }

    [Fact]
    public void A_wish_for_two_failures_leads_to_a_level_that_survives_them() =>
        Assert.All(Ways(Disks(4).Array(ArrayLevel.Parity1, 4).With(new SetWish(WishKind.Failures, 2)), "AIM-FAILURES"), w =>
            Assert.Contains("survives 2", w.Effect)
        );

    [Fact]
    public void Drives_that_the_bays_refuse_are_replaced_all_at_once_by_some_that_run()
    {
        var state = With(Shelf[0].Drive!, Shelf[0].Drive!);
        var ways = Ways(state, "DRV-MATE");
        Assert.Contains(ways, w => w.Title == "2 × 8 TB SATA, EK-N8X instead" && w.Effect == "runs · + € 360");
        Assert.Contains(ways, w => w.Title == "Leave 2 places as found");
    }

    [Fact]
    public void A_level_that_the_drives_do_not_make_leads_to_those_that_they_do() =>
        Assert.Contains(Ways(Disks(3).Array(ArrayLevel.Parity2, 3), "ARR-LEVEL"), w => w.Title == "Single parity over the same drives");

    [Fact]
    public void The_same_space_comes_before_less_of_it_for_less_money()
    {
        ShelfPart small = new()
        {
            Id = "sata4",
            Drive = Disk with { Model = "EK-N4", Bytes = 4 * TB },
            InStock = 9,
            PriceEur = 60,
        };
        var state = With(Shelf[0].Drive!);
        Evaluation Evaluate(JobState s) => s.Evaluate(null, [.. Shelf, small]);
        var before = Evaluate(state);
        Assert.Contains(
            "8 TB",
            WaysOut
                .Of(
                    before,
                    before.Findings.First(f => f.Rule.Code == "DRV-MATE"),
                    ShelfBook.Of([.. Shelf, small]),
                    new Trials(state, Evaluate)
                )[0]
                .Title
        );
    }
}
