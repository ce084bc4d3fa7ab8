using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Steps;

/// <summary>
/// Plugs, splitters and data cables are counted and have steps: 4.5 A on a plug of SATA power (SATA 3), a cage fed by its own plugs, one
/// data cable a drive (common practice, no source).
/// </summary>
public class FeedsTests
{
    private static readonly DriveSheet Large = Disk with { SpinUpAmp = 2 };

    private static MachineSheet Single(int? plugs, bool feed = false) =>
        Sheet with
        {
            Slots = [],
            Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12)],
            Bays = [Sheet.Bays[0] with { Bus = "SATA", HotPlug = false, Feed = feed ? [new("4-pin power", 2)] : null }],
            Supplies = [new("P1", 450, Connectors: plugs is { } n ? [new("SATA power", n)] : null)],
        };

    private static JobState Of(MachineSheet sheet, int drives, int found = 0) =>
        Boards
            .Job(sheet, "A1")
            .With(
                new RecordFound(
                    Enumerable.Range(1, found).ToDictionary(Bay, _ => (Unit?)new Unit { Drive = Large, Source = "by hand" }),
                    null,
                    "by hand"
                )
            )
            .With([
                .. Enumerable.Range(found + 1, drives).Select(i => (Edit)new Fit(Bay(i), new Unit { Drive = Large, Source = "shelf" })),
            ]);

    private static Evaluation Made(JobState job) => job.Evaluate();

    [Theory]
    [InlineData(2, 2, null)]
    [InlineData(2, 3, "1 × power splitter, one SATA plug into two, crimped and not moulded")]
    [InlineData(2, 4, "2 × power splitter, one SATA plug into two, crimped and not moulded")]
    // Three large disks on a plug burn it: no splitter is bought for that.
    [InlineData(2, 5, null)]
    [InlineData(0, 2, null)]
    [InlineData(null, 4, null)]
    public void Splitters_are_counted_where_they_carry(int? plugs, int drives, string? wanted)
    {
        var made = Made(Of(Single(plugs), drives));
        Assert.Equal(wanted, made.Shopping.TakeAlong.SingleOrDefault(l => l.Text.Contains("splitter", StringComparison.Ordinal))?.Text);
        Assert.Equal(wanted is not null, made.Runbook.Steps.Any(s => s.Key == "feed:split"));
    }

    [Fact]
    public void Each_drive_that_comes_without_another_before_wants_a_data_cable()
    {
        var made = Made(Of(Single(8), 2, found: 1));
        Assert.Contains(made.Shopping.TakeAlong, l => l.Text == "2 × SATA data cable with latch, for bay 2 3");
        Assert.Equal("Data cables for bay 2 3", made.Runbook.Steps.Single(s => s.Key == "cable:data").Title);
        // Where a drive was, its cable is; a backplane has its own.
        var swapped = Made(Of(Single(8), 0, found: 1).With(new Fit(Bay(1), new Unit { Drive = Large, Source = "shelf" })));
        Assert.DoesNotContain(swapped.Runbook.Steps, s => s.Key == "cable:data");
        Assert.DoesNotContain(Made(Of(Single(8, feed: true), 2)).Runbook.Steps, s => s.Key == "cable:data");
        // A cage with a plug for each of its bays.
        var cage = Single(8, feed: true);
        cage = cage with { Bays = [cage.Bays[0] with { Plug = "SATA", HotPlug = null }] };
        Assert.Equal("Data cables for bay 1 2", Made(Of(cage, 2)).Runbook.Steps.Single(s => s.Key == "cable:data").Title);
        cage = cage with { Bays = [cage.Bays[0] with { Plug = "SFF-8643" }] };
        Assert.DoesNotContain(Made(Of(cage, 2)).Runbook.Steps, s => s.Key == "cable:data");
    }

    [Fact]
    public void A_cage_is_fed_when_its_first_drive_comes()
    {
        var step = Made(Of(Single(8, feed: true), 1)).Runbook.Steps.Single(s => s.Key == "feed:front");
        Assert.Equal(("Feed the front bays: 2 × 4-pin power", Place.Bay("1")), (step.Title, Assert.Single(step.Places)));
        Assert.DoesNotContain(Made(Of(Single(8, feed: true), 1, found: 1)).Runbook.Steps, s => s.Key == "feed:front");
        Assert.DoesNotContain(Made(Of(Single(8), 1)).Runbook.Steps, s => s.Key == "feed:front");
    }

    [Theory]
    [InlineData(399, "0 to 3")]
    [InlineData(400, "4 to 6")]
    [InlineData(599, "4 to 6")]
    [InlineData(600, "6 to 10")]
    [InlineData(999, "6 to 10")]
    [InlineData(1000, "10 to 16")]
    public void A_supply_of_a_size_usually_has_so_many(int watt, string wanted)
    {
        Assert.Equal($"one of {watt} W usually has {wanted}", UsualPlugs.Words(Sheet with { Supplies = [new("P1", watt)] }));
        Assert.Null(UsualPlugs.Words(Sheet with { Supplies = [new("P1", watt, Connectors: [])] }));
        Assert.Null(UsualPlugs.Words(Sheet with { Supplies = [new("P1", watt), new("P2", watt)] }));
    }
}
