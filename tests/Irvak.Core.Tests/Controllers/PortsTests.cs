using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>Ports of the board count like those of a card; what lies between takes what it takes. Common practice, no source.</summary>
public sealed class PortsTests
{
    private static IEnumerable<Finding> Of(MachineSheet sheet, int drives) =>
        Boards
            .Job(sheet, "A1")
            .With([.. Enumerable.Range(1, drives).Select(i => (Edit)new Fit(Bay(i), new() { Drive = Disk, Source = "shelf" }))])
            .Evaluate()
            .Findings.Where(f => f.Rule.Code == "CTL-PORTS");

    private static MachineSheet Board(BoardKind? between = null) =>
        Sheet with
        {
            Boards =
            [
                new("SATA", BoardKind.Controller, "CPU 1", Ports: 6),
                .. between is { } kind ? new BoardPlace[] { new("X", kind, "SATA") } : [],
            ],
            Bays = [Sheet.Bays[0] with { Root = between is null ? null : "X" }],
        };

    [Theory]
    [InlineData(6, 0)]
    [InlineData(7, 1)]
    [InlineData(12, 1)]
    public void Drives_on_the_board_need_a_port_each(int drives, int findings) => Assert.Equal(findings, Of(Board(), drives).Count());

    [Theory]
    [InlineData(BoardKind.Multiplier)]
    [InlineData(BoardKind.Expander)]
    public void A_multiplier_or_an_expander_takes_what_it_takes(BoardKind between) => Assert.Empty(Of(Board(between), 12));

    [Theory]
    [InlineData(null)]
    [InlineData(BoardKind.Expander)]
    public void Bays_without_a_drive_take_no_port(BoardKind? between)
    {
        var front = Board().Bays[0];
        var sheet = Board(between) with
        {
            Bays =
            [
                front with
                {
                    Root = null,
                },
                new("rear", "2.5", "edge", ["R1", "R2"], 2, "SATA", 15) { Root = between is null ? null : "X" },
            ],
        };
        Assert.Empty(Of(sheet, 6));
        Assert.Single(Of(sheet, 7));
    }

    [Fact]
    public void A_module_with_lanes_of_its_own_is_behind_no_controller()
    {
        var sheet = Board() with { M2 = [new("M1", [80], "×4 gen 4", "CPU 1", "M", ["NVMe"], 4, 4)] };
        var module = new DriveSheet
        {
            Media = DriveMedia.Flash,
            Protocol = DriveProtocol.Nvme,
            Form = "m.2",
            LengthMm = 80,
            Key = "M",
            Lanes = 4,
            Gen = 4,
            Bytes = 1_000_204_886_016,
        };
        var job = Boards
            .Job(sheet, "A1")
            .With(
                new Fit(Bay(1), new() { Drive = Disk, Source = "shelf" }),
                new Fit(Place.M2("M1"), new() { Drive = module, Source = "shelf" })
            );
        JobState Mirror(ArrayHost host) =>
            job.With(new MakeArray(new("M", ArrayLevel.Mirror, [Place.Bay("1"), Place.M2("M1")], host) { BackedUp = true }));
        Assert.Contains(Mirror(ArrayHost.Controller).Evaluate().Findings, f =>
            f.Rule.Code == "CTL-ACROSS" && f.Sentence.Contains("on-board SATA and the lanes of its M.2 place", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Mirror(ArrayHost.Kernel).Evaluate().Findings, f => f.Rule.Code == "CTL-ACROSS");
    }
}
