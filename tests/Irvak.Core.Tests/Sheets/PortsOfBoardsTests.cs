using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

/// <summary>Every bay takes a port of its controller, but behind an expander or port multiplier. Common practice, no source.</summary>
public sealed class PortsOfBoardsTests
{
    private static string? Problem(MachineSheet sheet) => SheetCheck.Check(sheet).SingleOrDefault(p => p.Path == "/boards/0/ports")?.Text;

    private static MachineSheet With(int? ports, int bays, Func<BayGroup, BayGroup>? change = null) =>
        Boards.Server with
        {
            Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: ports), new("X", BoardKind.Multiplier, "SATA")],
            Bays =
            [
                (change ?? (b => b))(
                    new("front", "3.5", "flat", [.. Enumerable.Range(1, bays).Select(n => $"{n}")], 1, "SATA") { Root = "SATA" }
                ),
            ],
        };

    [Fact]
    public void A_controller_with_more_bays_than_ports_is_refused_with_its_path()
    {
        Assert.Null(Problem(With(4, 4)));
        Assert.Equal("SATA has 4 ports, and 5 bays hang on it.", Problem(With(4, 5)));
        Assert.Null(Problem(With(null, 5)));
        Assert.Null(Problem(With(4, 5, b => b with { Root = "X" })));
        Assert.Null(Problem(With(4, 5, b => b with { Expander = true })));
    }
}
