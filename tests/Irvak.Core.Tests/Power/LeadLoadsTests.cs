using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;

namespace Irvak.Core.Tests.Power;

/// <summary>What a lead of the supply carries while drives start: 2 A on 12 V for each large disk, a usual lead 8 to 10 A. Common practice,
/// no source; the sums by hand.</summary>
public sealed class LeadLoadsTests
{
    private static readonly DriveSheet Disk = DriveBox.Disk with { SpinUpAmp = 2 };

    private static JobState On(IReadOnlyList<SupplyPlug> plugs, int disks, Func<BayGroup, BayGroup> bays) =>
        Boards
            .Job(
                LaneBox.Sheet with
                {
                    Bays = [bays(LaneBox.Sheet.Bays[0] with { HotPlug = false })],
                    Supplies = [new("P1", 1000, Connectors: plugs)],
                },
                "A1",
                "B1"
            )
            .With([.. Enumerable.Range(1, disks).Select(i => (Edit)new Fit(Place.Bay($"{i}"), LaneBox.Drive(Disk)))]);

    private static LeadLine Of(JobState job) => Assert.Single(job.Evaluate().Power!.Leads);

    [Theory]
    [InlineData(1, 8, 16)] // all on the one lead
    [InlineData(2, 4, 8)]
    [InlineData(3, 3, 6)] // 3, 3 and 2
    [InlineData(8, 1, 2)]
    public void Drives_are_spread_over_the_leads(int leads, int drives, double amp)
    {
        var line = Of(On([new("SATA power", 8) { Leads = leads }], 8, b => b));
        Assert.Equal(("SATA power", leads, drives, "12 V"), (line.What, line.Leads, line.Drives, line.Rail));
        Assert.Equal(amp, line.Amp, 6);
    }

    [Fact]
    public void A_cage_shares_what_it_holds_among_its_plugs()
    {
        // Eight disks behind two plugs: 16 A, 8 on each; on one lead both.
        BayGroup Cage(BayGroup b) => b with { Feed = [new("4-pin power", 2)] };
        Assert.Equal(
            (8.0, 4),
            (Of(On([new("4-pin power", 4) { Leads = 2 }], 8, Cage)).Amp, Of(On([new("4-pin power", 4) { Leads = 2 }], 8, Cage)).Drives)
        );
        Assert.Equal(
            (16.0, 8),
            (Of(On([new("4-pin power", 4) { Leads = 1 }], 8, Cage)).Amp, Of(On([new("4-pin power", 4) { Leads = 1 }], 8, Cage)).Drives)
        );
        // Plugs of another kind feed none of them.
        Assert.Empty(On([new("SATA power", 4) { Leads = 1 }], 8, Cage).Evaluate().Power!.Leads);
    }

    [Fact]
    public void Groups_that_start_one_after_another_ask_less_of_a_lead()
    {
        var job = On([new("SATA power", 8) { Leads = 1 }], 8, b => b);
        Assert.Contains(job.Evaluate().Findings, f => f.Rule.Code == "POWER-LEAD-MOST");
        var staggered = job.With(new StaggerStart(2, 12));
        Assert.InRange(Of(staggered).Amp, 4, 8);
        Assert.DoesNotContain(staggered.Evaluate().Findings, f => f.Rule.Code.StartsWith("POWER-LEAD"));
    }

    [Fact]
    public void Where_nobody_told_of_leads_nothing_is_said_of_them()
    {
        Assert.Empty(On([new("SATA power", 8)], 8, b => b).Evaluate().Power!.Leads);
        // How many there are together is not known either where some of them are not told.
        Assert.Empty(On([new("SATA power", 8) { Leads = 2 }, new("sata power", 4)], 8, b => b).Evaluate().Power!.Leads);
        // However they are worded, they are one kind: three leads, eight drives once.
        var line = Of(On([new("SATA power", 8) { Leads = 2 }, new("SATA", 4) { Leads = 1 }], 8, b => b));
        Assert.Equal((3, 3), (line.Leads, line.Drives));
    }

    [Theory]
    [InlineData(1, true)]
    [InlineData(8, true)]
    [InlineData(0, false)]
    [InlineData(9, false)]
    public void Plugs_hang_on_leads_no_more_than_there_are_plugs(int leads, bool fine) =>
        Assert.Equal(
            fine ? [] : ["/supplies/0/connectors/0/leads"],
            SheetCheck
                .Check(LaneBox.Sheet with { Supplies = [new("PSU", 1000, Connectors: [new("SATA power", 8) { Leads = leads }])] })
                .Select(p => p.Path)
        );
}
