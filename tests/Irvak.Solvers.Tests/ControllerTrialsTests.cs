using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Solvers.Tests;

/// <summary>What a controller does to the aim is what the plan with it says, worked out as any plan is.</summary>
public class ControllerTrialsTests
{
    private static ShelfPart Card(string id, decimal eur, double gbs, params string[] levels) =>
        new()
        {
            Id = id,
            InStock = 1,
            PriceEur = eur,
            Card = new()
            {
                Name = id,
                Maker = "Corvath",
                Role = CardRole.Controller,
                Mech = 8,
                Elec = 8,
                Gen = 3,
                Controller = new()
                {
                    Class = "host-adapter",
                    Protocols = [DriveProtocol.Sas, DriveProtocol.Sata],
                    LinkGbs = [gbs],
                    InnerPorts = 8,
                    Levels = levels,
                    Boots = true,
                },
            },
        };

    private static IReadOnlyList<TriedController> Tried(JobState state, params ShelfPart[] shelf)
    {
        Evaluation Evaluate(JobState s) => s.Evaluate(null, shelf);
        return ControllerTrials.Of(ControllerTable.Of(state.Ask(null, shelf).Storage), Evaluate(state), new Trials(state, Evaluate));
    }

    private static JobState Job => With(Disk with { LinkGbs = 6 }, Disk with { LinkGbs = 6 }).Array(ArrayLevel.Mirror, 2);

    [Fact]
    public void Each_is_planned_on_trial_and_its_money_is_the_plans()
    {
        var (dear, cheap) = (Card("dear", 300, 6), Card("cheap", 100, 6));
        var job = Job.With(new SetWish(WishKind.MoneyLimitEur, 200));
        var rows = Tried(job, dear, cheap);
        Assert.Equal(["cheap", "dear"], rows.Select(r => r.Row.Name));
        Assert.Equal((0, 0.5), (rows[0].Short, rows[1].Short));
        foreach (var (row, part) in rows.Zip([cheap, dear]))
        {
            var with = job.With(row.Row.Take!).Evaluate(null, dear, cheap);
            var money = row.Effects!.Single(e => e.Then.Name == "Money");
            Assert.Equal(with.Ledge.Single(d => d.Name == "Money"), money.Then);
            Assert.Equal((double)part.PriceEur!, money.Then.Planned ?? money.Then.AtLeast);
            Assert.NotEqual(money.Now, money.Then);
        }
    }

    [Fact]
    public void One_that_runs_fewer_drives_comes_after_all_that_run_them()
    {
        // 12 Gb/s alone: no rate in common with drives of 6.
        var rows = Tried(Job, Card("none", 1, 12), Card("some", 500, 6));
        Assert.Equal(["some", "none"], rows.Select(r => r.Row.Name));
    }

    [Fact]
    public void A_card_without_a_place_is_not_tried()
    {
        var wide = Card("wide", 1, 6);
        wide = wide with { Card = wide.Card! with { Bus = CardBus.Pci } };
        var row = Assert.Single(Tried(Job, wide));
        Assert.Null(row.Effects);
        Assert.Null(row.Row.Take);
    }

    [Fact]
    public void Of_a_large_shelf_the_first_are_tried_and_no_more_than_forty_shown()
    {
        var made = 0;
        ShelfPart[] shelf = [.. Enumerable.Range(0, 60).Select(i => Card($"c{i:00}", 100 + i, 6))];
        Evaluation Evaluate(JobState s)
        {
            made++;
            return s.Evaluate(null, shelf);
        }
        var rows = ControllerTrials.Of(
            ControllerTable.Of(Job.Ask(null, shelf).Storage),
            Job.Evaluate(null, shelf),
            new Trials(Job, Evaluate)
        );
        Assert.Equal((ControllerTrials.MostShown, ControllerTrials.MostTried), (rows.Count, made));
        // Those that were not tried stand behind.
        Assert.Equal(ControllerTrials.MostTried, rows.TakeWhile(r => r.Effects is not null).Count());
    }
}
