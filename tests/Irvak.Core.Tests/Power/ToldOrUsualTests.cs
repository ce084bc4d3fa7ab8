using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Power;

/// <summary>A stop rests on sheets, labels and captures, a care on usual figures; and what runs every day is no finding.
/// Definition.</summary>
public sealed class ToldOrUsualTests
{
    private static MachineSheet With(params PowerSupply[] supplies) =>
        LaneBox.Sheet with
        {
            Sockets = [new("CPU 1")],
            Channels = [.. Boards.Server.Channels.Take(2)],
            Fans = 0,
            Supplies = supplies,
        };

    private static readonly DriveSheet Told = DriveBox.Disk with { WattActive = 30, WattIdle = 5, SpinUpAmp = 2 };

    private static JobState On(MachineSheet sheet, int disks, DriveSheet drive) =>
        Boards
            .Job(sheet, "A1", "B1")
            .With([.. Enumerable.Range(1, disks).Select(i => (Edit)new Fit(Place.Bay($"{i}"), LaneBox.Drive(drive)))]);

    private static Severity? Of(JobState job, string code) => job.Evaluate().Findings.FirstOrDefault(f => f.Rule.Code == code)?.Severity;

    [Fact]
    public void A_supply_too_small_stops_only_by_what_sheets_tell()
    {
        Assert.Equal(Severity.Stop, Of(On(With(new PowerSupply("P", 170)), 6, Told), "POWER-SHORT")); // 6 × 30 W by their sheet
        Assert.Equal(Severity.Care, Of(On(With(new PowerSupply("P", 170)), 6, Told with { WattActive = null }), "POWER-SHORT"));
    }

    [Fact]
    public void A_hot_disk_stops_only_by_its_own_limit()
    {
        JobState Hot(int? most)
        {
            var state = LaneBox
                .Empty()
                .With(
                    new RecordFound(
                        new Dictionary<Place, Unit?>
                        {
                            [Place.Bay("1")] = new()
                            {
                                Drive = DriveBox.Disk with { MostCelsius = most },
                                Serial = "EK1",
                                Source = "listing",
                            },
                        },
                        null,
                        "test"
                    )
                );
            return state with
            {
                Readings = state.Readings.SetItem(
                    "health",
                    new()
                    {
                        Drives =
                        [
                            new()
                            {
                                Serial = "EK1",
                                Health = new() { Celsius = 63 },
                            },
                        ],
                    }
                ),
            };
        }
        Assert.Equal((Severity.Stop, Severity.Care), (Of(Hot(60), "HEAT-OUT"), Of(Hot(null), "HEAT-OUT")));
    }

    [Fact]
    public void A_machine_that_runs_every_day_as_it_was_found_is_no_finding()
    {
        var sheet = With(new PowerSupply("P", 150, Amp12: 5, Connectors: [new("SATA power", 1)])) with
        {
            Bays = [LaneBox.Sheet.Bays[0] with { HotPlug = false }],
        };
        var found = Boards
            .Job(sheet, "A1")
            .With(
                new RecordFound(Enumerable.Range(1, 4).ToDictionary(i => Place.Bay($"{i}"), i => (Unit?)LaneBox.Drive(Told)), null, "test")
            );
        Assert.DoesNotContain(found.Evaluate().Findings, f => f.Rule.Code.StartsWith("POWER-", StringComparison.Ordinal));
        // A module more draws more; the plugs are what they were.
        var more = found.With(Boards.Fit("B1")).Evaluate().Findings.Select(f => f.Rule.Code).ToList();
        Assert.Contains("POWER-SHORT", more);
        Assert.DoesNotContain("POWER-PLUG", more);
    }

    [Theory]
    [InlineData(4, 1, null)] // one plug of the backplane for four drives
    [InlineData(4, 0, "POWER-PLUG")]
    public void A_backplane_is_fed_by_its_own_plug(int disks, int has, string? code)
    {
        var sheet = With(new PowerSupply("P", 1000, Connectors: has == 0 ? [] : [new("4-pin power", has)])) with
        {
            Bays = [LaneBox.Sheet.Bays[0] with { HotPlug = false, Feed = [new("4-pin power", 1)] }],
        };
        var said = On(sheet, disks, Told).Evaluate().Findings.FirstOrDefault(f => f.Rule.Code == "POWER-PLUG");
        Assert.Equal(code, said?.Rule.Code);
        if (said is not null)
            Assert.Equal("1 plugs of 4-pin power are wanted, the supply has 0.", said.Sentence);
    }

    [Fact]
    public void Disks_come_up_to_speed_while_processors_rest()
    {
        var power = PowerSheet.Of(On(With(new PowerSupply("P", 1000)), 4, Told).Ask().Power);
        // At the start: everything else at rest, each disk 2 A on 12 V and 0.85 A on 5 V (common practice, no source).
        Assert.Equal(power.Lines.Where(l => l.SpinAmp12 == 0).Sum(l => l.Idle) + (4 * ((2 * 12) + (0.85 * 5))), power.Start[0].Total, 6);
        Assert.Equal(power.SteadyWatt, power.Start[^1].Total, 6);
    }

    [Theory]
    [InlineData(Policy.Listed, Severity.Stop)]
    [InlineData(Policy.FieldProven, Severity.Care)]
    [InlineData(Policy.Sound, Severity.Note)]
    public void Heat_beyond_the_sheet_follows_the_policy(Policy policy, Severity severity)
    {
        var sheet = LaneBox.Sheet with { Sockets = [new("CPU 1", WattLimit: 95), .. LaneBox.Sheet.Sockets.Skip(1)] };
        var job = Boards
            .Job(sheet, "A1")
            .With(
                new SetPolicy(policy),
                new Fit(
                    Place.Socket("CPU 1"),
                    new()
                    {
                        Processor = new()
                        {
                            Name = "Ostrel H",
                            Watt = 96,
                            MemoryRateMTs = 2666,
                        },
                        Source = "shelf",
                    }
                )
            );
        Assert.Equal(severity, Of(job, "CPU-HEAT"));
        Assert.Null(
            Of(
                job.With(
                    new Fit(
                        Place.Socket("CPU 1"),
                        new()
                        {
                            Processor = new()
                            {
                                Name = "Ostrel H",
                                Watt = 95,
                                MemoryRateMTs = 2666,
                            },
                            Source = "shelf",
                        }
                    )
                ),
                "CPU-HEAT"
            )
        );
    }
}
