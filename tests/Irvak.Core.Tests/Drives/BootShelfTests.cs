using Irvak.Core.Boot;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;

namespace Irvak.Core.Tests.Drives;

/// <summary>What of the shelf is offered to start from, and in which order.</summary>
public sealed class BootShelfTests
{
    private static readonly MachineSheet Sheet = DriveBox.Sheet with { Firmware = new() { Boots4Kn = false } };

    private static ShelfPart Part(string id, decimal? eur, int sector = 512) =>
        new()
        {
            Id = id,
            InStock = 1,
            PriceEur = eur,
            Drive = DriveBox.Flash with { Model = id, Bytes = 480_000_000_000, SectorBytes = sector },
        };

    private static IReadOnlyList<BootCandidate> Offered(params ShelfPart[] shelf) =>
        BootSheet.Of(Boards.Job(Sheet, "A1", "C1").Ask(null, shelf).Boot).Candidates;

    [Fact]
    public void The_cheapest_that_starts_comes_first_and_an_unknown_price_is_not_the_lowest()
    {
        var offered = Offered(Part("unknown", null), Part("dear", 90), Part("wrong", 1, 4096), Part("cheap", 10));
        Assert.Equal(["cheap", "dear", "unknown", "wrong"], offered.Select(c => c.PartId));
        Assert.Equal([false, false, false, true], offered.Select(c => c.Stops));
        Assert.Null(offered[2].Eur);
    }

    [Theory]
    [InlineData(39, 1, 39, 1)]
    [InlineData(40, 1, 40, 0)]
    [InlineData(50, 50, 40, 0)]
    [InlineData(2, 50, 2, 38)]
    public void Forty_are_shown_those_that_start_before_the_others(int good, int wrong, int first, int then)
    {
        var offered = Offered([
            .. Enumerable.Range(0, wrong).Select(n => Part($"w{n:00}", 1, 4096)),
            .. Enumerable.Range(0, good).Select(n => Part($"g{n:00}", 2 + n)),
        ]);
        Assert.Equal(
            [.. Enumerable.Range(0, first).Select(n => $"g{n:00}"), .. Enumerable.Range(0, then).Select(n => $"w{n:00}")],
            offered.Select(c => c.PartId)
        );
    }
}
