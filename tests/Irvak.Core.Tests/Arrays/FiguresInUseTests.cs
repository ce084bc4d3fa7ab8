using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>What a heading or a table names is what the sum uses, and what was measured wins over what is usual.</summary>
public sealed class FiguresInUseTests
{
    [Theory]
    [InlineData("desktop", 14)]
    [InlineData("camera", 14)]
    [InlineData("client", 14)]
    [InlineData("nearline", 15)]
    [InlineData("enterprise", 16)]
    [InlineData("10k", 16)]
    [InlineData("15k", 16)]
    [InlineData(null, 14)]
    public void The_table_of_figures_shows_what_each_class_of_disk_is_taken_for(string? name, int exponent)
    {
        var used = DriveDefaults.UnreadablePerBit(Disk with { Class = name, UnreadableExponent = null });
        Assert.Equal(Math.Pow(10, -exponent), used.Value, Math.Pow(10, -exponent - 6));
        var shown = DriveDefaults.Table(DriveFigures.Usual).Single(f => f.Key == "diskExponent");
        if (name is null)
            Assert.Equal(exponent, shown.Usual);
        else
            Assert.Contains(shown.UsualWords!.Split(" · "), g =>
                g.StartsWith($"{exponent} ", StringComparison.Ordinal) && g[3..].Split(", ").Contains(name)
            );
    }

    [Fact]
    public void The_chance_of_a_rebuild_counts_the_hours_that_its_heading_names()
    {
        var array = Disks(4).Array(ArrayLevel.Parity1, 4).Evaluate().Arrays.Planned.Single();
        Assert.Equal(
            (48, 0.5, 30, 0.95),
            (array.Terms!.StartsHours, array.Terms.RebuildShare, array.Terms.SpareDays, array.Terms.SpareTarget)
        );
        Assert.Equal(48 + array.Rebuild!.Hours, array.RepairHours, 6);
        // Three more drives, each with its chance over the wait and the rebuild: −(e^(−3·T/MTTF) − 1), 1.5 % a year.
        Assert.Equal(
            -Core.Quantities.NearOne.ExpM1(-3 * array.RepairHours / DriveDefaults.MttfHours(0.015)),
            array.Rebuild.FurtherFailure,
            1e-12
        );
        var own = Disks(4)
            .Array(ArrayLevel.Parity1, 4)
            .With(new SetFigures(new DriveFigures(RepairStartsHours: 12, RebuildShare: 0.25, SpareDays: 10, SpareTarget: 0.9)))
            .Evaluate()
            .Arrays.Planned.Single();
        Assert.Equal((12, 0.25, 10, 0.9), (own.Terms!.StartsHours, own.Terms.RebuildShare, own.Terms.SpareDays, own.Terms.SpareTarget));
        Assert.Equal(12 + own.Rebuild!.Hours, own.RepairHours, 6);
    }

    [Fact]
    public void A_first_pass_takes_what_its_path_takes()
    {
        // Twelve disks behind one lane of generation 1: 210 MB/s for all of them together (PCI Express Base Specification, packets of 128
        // bytes).
        JobState Job(Core.Sheets.MachineSheet sheet) =>
            Boards
                .Job(sheet, "A1", "C1")
                .With([.. Enumerable.Range(1, 12).Select(i => (Edit)new Fit(Bay(i), new() { Drive = Disk, Source = "shelf" }))])
                .With(
                    new Fit(
                        Place.Card("S1"),
                        new()
                        {
                            Card = new()
                            {
                                Name = "Halmund P",
                                Role = Core.Sheets.CardRole.Controller,
                                Elec = 1,
                                Mech = 1,
                                Gen = 1,
                                Controller = new() { Protocols = [Core.Sheets.DriveProtocol.Sata] },
                            },
                            Source = "shelf",
                        }
                    ),
                    new MakeArray(new("M", ArrayLevel.Parity2, Bays(12)) { BackedUp = true })
                );
        var evaluation = Job(Sheet).Evaluate();
        var (array, path) = (evaluation.Arrays.Planned.Single(), evaluation.Paths.Planned.Single().Of(Core.Paths.PathWay.Scrub)!);
        var alone = ArrayFigures.Of(array.Plan, [.. Enumerable.Repeat(Disk, 12)], false).InitialiseHours;
        Assert.True(path.Hours > alone);
        Assert.Equal(path.Hours!.Value, array.InitialiseHours, 6);
    }

    [Fact]
    public void Growing_stops_where_the_places_end()
    {
        Assert.Equal([10, 11, 12], Disks(10).Array(ArrayLevel.Parity2, 10).Evaluate().Arrays.Planned.Single().Growth!.Select(g => g.Count));
        var full = Disks(12).Array(ArrayLevel.Parity1, 12).Evaluate().Arrays.Planned.Single();
        Assert.Equal((0, 1), (full.PlacesLeft, full.Growth!.Count));
        Assert.All(full.Migrations!, m => Assert.Equal(0, m.Drives));
        // Without a machine nothing ends.
        Assert.Equal(5, ArrayFigures.Of(full.Plan, [.. Enumerable.Repeat(Disk, 12)], false).Growth!.Count);
    }

    private static JobState Starts(string from, string to)
    {
        var boot = Flash with { Bytes = 480_000_000_000, Form = "2.5", RatedWritesTB = 400 };
        SeenDrive Smart(long hours, double tb) =>
            new()
            {
                Serial = "RV-1",
                Health = new() { PowerOnHours = hours, BytesWritten = (long)(tb * 1e12) },
            };
        var job = Boards
            .Job(Sheet, "A1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Builds.Unit?>
                    {
                        [Place.Bay("1")] = new()
                        {
                            Drive = boot,
                            Serial = "RV-1",
                            MemberOf = "/",
                            Source = "listing",
                        },
                    },
                    null,
                    "test"
                )
            );
        return job.With(
            new ReadBefore(
                new() { Drives = [Smart(1000, double.Parse(from, System.Globalization.CultureInfo.InvariantCulture))] },
                "drive health"
            ),
            new ReadBefore(
                new() { Drives = [Smart(1240, double.Parse(to, System.Globalization.CultureInfo.InvariantCulture))] },
                "drive health"
            )
        );
    }

    [Fact]
    public void Two_captures_tell_what_is_written_a_day()
    {
        // 0.42 TB in 240 h are 42 GB a day.
        var job = Starts("100", "100.42");
        var sheet = BootSheet.Of(job.Ask().Boot);
        Assert.Equal(42, sheet.Needs.WrittenGBPerDay);
        Assert.Contains("two captures, 240 power-on hours apart", sheet.WrittenBasis);
        // 400 − 100.42 TB at 42 GB a day: 19.5 years.
        Assert.Equal((400 - 100.42) * 1000 / 42 / 365, sheet.Candidates.Single(c => c.Chosen).Life.WearYears!.Value, 0.01);
        Assert.Equal(sheet.Candidates.Single(c => c.Chosen).Life.WearYears!.Value, job.Evaluate().Endurance.Single().Years!.Value, 0.01);
        // What somebody says counts more than what was measured; the usual figure counts less.
        Assert.Equal(10, BootSheet.Of(job.With(new PlanBoot(new([Place.Bay("1")], 10))).Ask().Boot).Needs.WrittenGBPerDay);
        Assert.StartsWith(
            "as said; measured now: 42 GB, two captures",
            BootSheet.Of(job.With(new PlanBoot(new([Place.Bay("1")], 10))).Ask().Boot).WrittenBasis
        );
        Assert.Equal("as said", BootSheet.Of(Disks(1).With(new PlanBoot(new([Place.Bay("1")], 10))).Ask().Boot).WrittenBasis);
        Assert.Equal(42, BootSheet.Of(job.With(new PlanBoot(new([Place.Bay("1")]))).Ask().Boot).Needs.WrittenGBPerDay);
        Assert.StartsWith("usual", BootSheet.Of(Disks(1).Ask().Boot).WrittenBasis);
    }
}
