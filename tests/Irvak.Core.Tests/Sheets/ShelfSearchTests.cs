using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

/// <summary>What goes with a machine is shown, however much else the words find. Definition, no source.</summary>
public sealed class ShelfSearchTests
{
    private static ShelfPart Module(string id, MemoryGeneration generation, int stock) =>
        new()
        {
            Id = id,
            InStock = stock,
            Module = new ModuleSheet
            {
                Generation = generation,
                Form = ModuleForm.Dimm,
                Type = ModuleType.Registered,
                CapacityMiB = 16 * 1024,
            },
        };

    private static readonly MachineSheet Machine = Boards.Server with
    {
        Memory = new MemoryBoard { Generation = MemoryGeneration.Ddr4, Form = ModuleForm.Dimm },
    };

    private static readonly ShelfBook Shelf = ShelfBook.Of(
        Enumerable
            .Range(0, 300)
            .Select(i => Module($"a-{i:000}", MemoryGeneration.Ddr5, 5))
            .Append(Module("z", MemoryGeneration.Ddr4, 0))
            .Append(
                new ShelfPart
                {
                    Id = "b",
                    Card = new CardSheet { Name = "rdimm tester" },
                }
            )
    );

    [Theory]
    [InlineData(1)]
    [InlineData(5)]
    [InlineData(200)]
    public void The_only_one_that_fits_comes_first_of_three_hundred(int most)
    {
        var found = ShelfSearch.Find(Shelf, "rdimm", null, Machine, most);
        Assert.Equal("z", found.Parts[0].Id);
        Assert.Equal((most, 302), (found.Parts.Count, found.Total));
    }

    [Fact]
    public void Without_a_machine_what_is_in_stock_is_shown()
    {
        var found = ShelfSearch.Find(Shelf, "rdimm", "module", null, 5);
        Assert.Equal(301, found.Total);
        Assert.DoesNotContain(found.Parts, p => p.Id == "z");
        Assert.Equal("b", Assert.Single(ShelfSearch.Find(Shelf, "rdimm", "card", Machine, 5).Parts).Id);
        Assert.Empty(ShelfSearch.Find(Shelf, "rdimm", "drive", Machine, 5).Parts);
    }
}
