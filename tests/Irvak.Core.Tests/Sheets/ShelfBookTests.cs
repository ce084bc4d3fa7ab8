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
        Assert.Equal(modules.Count, Book.ModuleKinds.Sum(k => k.Parts));
        Assert.All(Book.ModuleKinds, kind =>
            Assert.Equal(
                modules.Where(m =>
                    (m.Generation, m.Form, m.Type, m.CapacityMiB)
                    == (kind.First.Generation, kind.First.Form, kind.First.Type, kind.First.CapacityMiB)
                ),
                modules.Where(m => m == kind.First).Take(1).Concat(modules.Where(m => Alike(m, kind.First)).Skip(1))
            )
        );
        Assert.InRange(Book.ModuleKinds.Count, 2, modules.Count - 1);
    }

    private static bool Alike(ModuleSheet a, ModuleSheet b) =>
        a.Generation == b.Generation && a.Form == b.Form && a.Type == b.Type && a.CapacityMiB == b.CapacityMiB;

    [Fact]
    public void Accessories_stand_by_their_kind_and_one_part_stands_for_each()
    {
        var cable = Book.Accessories(AccessoryKind.Cable)[0];
        ShelfPart[] parts =
        [
            cable with
            {
                Id = "none",
                InStock = 0,
                PriceEur = 1,
            },
            cable with
            {
                Id = "here",
                InStock = 1,
                PriceEur = 2,
            },
            cable with
            {
                Id = "pad",
                Accessory = cable.Accessory! with { Kind = AccessoryKind.Pad },
            },
        ];
        Assert.Equal(["here"], ShelfBook.Of(parts).Accessories(AccessoryKind.Cable).Select(p => p.Id));
        Assert.Equal(["pad"], ShelfBook.Of(parts).Accessories(AccessoryKind.Pad).Select(p => p.Id));
        Assert.Empty(ShelfBook.Of(parts).Accessories(AccessoryKind.Tray));
    }

    [Fact]
    public void One_part_stands_for_each_controller()
    {
        var part = Book.Controllers[0];
        var other = part with { Id = "other", Card = part.Card! with { Name = "another" } };
        ShelfPart[] parts =
        [
            part with
            {
                Id = "dear",
                InStock = 1,
                PriceEur = 200,
            },
            part with
            {
                Id = "none",
                InStock = 0,
                PriceEur = 1,
            },
            part with
            {
                Id = "cheap",
                InStock = 1,
                PriceEur = 100,
            },
            part with
            {
                Id = "unknown",
                InStock = 9,
                PriceEur = null,
            },
            other,
        ];
        Assert.Equal(["cheap", "other"], ShelfBook.Of(parts).Controllers.Select(p => p.Id));
        Assert.Equal(
            // A carrier that mirrors by itself serves no bay: it is none of them.
            SampleJobs
                .Shelf.Values.Where(p => p.Card is { Controller: not null, Role: not CardRole.Carrier })
                .Select(p => p.Card!.Name)
                .Distinct()
                .Order(),
            Book.Controllers.Select(p => p.Card!.Name).Order()
        );
    }

    [Fact]
    public void Flash_in_stock_comes_the_cheapest_first()
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

    private static ShelfPart Module(string id, int stock, decimal? price) =>
        SampleJobs.Shelf.Values.First(p => p.Module is not null) with
        {
            Id = id,
            InStock = stock,
            PriceEur = price,
        };

    [Theory]
    [InlineData(0, null, "cheap")]
    [InlineData(1, null, "middle")] // the cheapest of which there is one
    [InlineData(2, null, "middle")]
    [InlineData(3, null, "dear")]
    [InlineData(8, null, "dear")]
    [InlineData(9, null, "cheap")] // nothing lies there so often: the cheapest is bought
    [InlineData(2, "middle", "dear")]
    [InlineData(9, "cheap", "middle")]
    public void An_offer_is_the_cheapest_that_lies_there_often_enough(int pieces, string? except, string id)
    {
        var shelf = ShelfBook.Of([Module("free", 0, null), Module("dear", 8, 30), Module("middle", 2, 20), Module("cheap", 0, 10)]);
        var offer = Assert.Single(shelf.OfferedModules);
        Assert.Equal(["cheap", "middle", "dear", "free"], offer.Parts.Select(p => p.Id));
        Assert.Equal(id, offer.Of(pieces, except)!.Id);
        Assert.Equal("dear", offer.Most.Id);
    }

    [Fact]
    public void A_part_that_is_not_meant_leaves_no_offer_where_it_is_alone()
    {
        Assert.Null(Assert.Single(ShelfBook.Of([Module("one", 1, 1)]).OfferedModules).Of(1, "one"));
        Assert.Empty(ShelfBook.Of([Module("one", 1, 1)]).OfferedDrives);
        Assert.Equal(
            SampleJobs.Shelf.Values.Count(p => p.Drive is not null),
            ShelfBook.Of(SampleJobs.Shelf.Values).OfferedDrives.Sum(o => o.Parts.Count)
        );
    }

    [Fact]
    public void Parts_that_were_read_apart_are_one_offer_when_they_say_the_same()
    {
        // Each is read from a document of its own, as from the store: no list in it is the other's.
        ShelfPart[] twice =
        [
            .. SampleJobs.Shelf.Values.SelectMany(p =>
                new[]
                {
                    p,
                    System.Text.Json.JsonSerializer.Deserialize<ShelfPart>(System.Text.Json.JsonSerializer.Serialize(p))! with
                    {
                        Id = p.Id + "-2",
                    },
                }
            ),
        ];
        var book = ShelfBook.Of(twice);
        foreach (
            var (ofOne, ofTwo) in new[]
            {
                (Book.OfferedModules, book.OfferedModules),
                (Book.OfferedDrives, book.OfferedDrives),
                (Book.OfferedCards, book.OfferedCards),
                (Book.OfferedProcessors, book.OfferedProcessors),
            }
        )
        {
            Assert.NotEmpty(ofOne);
            Assert.Equal(ofOne.Select(o => 2 * o.Parts.Count), ofTwo.Select(o => o.Parts.Count));
        }
    }
}
