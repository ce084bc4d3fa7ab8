using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

/// <summary>What a book of the shelf gathers is what one would pick from it by hand, in its order.</summary>
public sealed class ShelfBookTests
{
    private static readonly ShelfBook Book = ShelfBook.Of(SampleJobs.Shelf);

    [Fact]
    public void Every_module_is_counted_in_its_kind_once()
    {
        var modules = SampleJobs.Shelf.Values.Where(p => p.Module is not null).Select(p => p.Module!).ToList();
        Assert.Equal(modules.Count, Book.Modules.Sum(k => k.Parts));
        Assert.All(Book.Modules, kind =>
            Assert.Equal(
                modules.Where(m =>
                    (m.Generation, m.Form, m.Type, m.CapacityMiB)
                    == (kind.First.Generation, kind.First.Form, kind.First.Type, kind.First.CapacityMiB)
                ),
                modules.Where(m => m == kind.First).Take(1).Concat(modules.Where(m => Alike(m, kind.First)).Skip(1))
            )
        );
        Assert.InRange(Book.Modules.Count, 2, modules.Count - 1);
    }

    private static bool Alike(ModuleSheet a, ModuleSheet b) =>
        a.Generation == b.Generation && a.Form == b.Form && a.Type == b.Type && a.CapacityMiB == b.CapacityMiB;

    [Fact]
    public void Accessories_stand_by_their_kind()
    {
        Assert.All(Enum.GetValues<AccessoryKind>(), kind =>
            Assert.Equal(SampleJobs.Shelf.Values.Where(p => p.Accessory?.Kind == kind), Book.Accessories(kind))
        );
        Assert.NotEmpty(Book.Accessories(AccessoryKind.Cable));
    }

    [Fact]
    public void Flash_that_is_out_of_stock_is_none()
    {
        var drive = Book.Flash[0];
        Assert.Equal(
            ["one"],
            ShelfBook.Of([drive with { Id = "one", InStock = 1 }, drive with { Id = "two", InStock = 0 }]).Flash.Select(p => p.Id)
        );
    }

    [Fact]
    public void A_book_stays_the_one_it_is_and_the_first_of_two_counts()
    {
        Assert.Same(Book, ShelfBook.Of((IReadOnlyDictionary<string, ShelfPart>)Book));
        var part = Book.Values.First();
        Assert.Equal(1, ShelfBook.Of([part with { InStock = 1 }, part with { InStock = 2 }])[part.Id].InStock);
        Assert.Empty(ShelfBook.Empty);
    }
}
