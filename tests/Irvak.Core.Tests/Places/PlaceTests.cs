using System.Text.Json;
using Irvak.Core.Places;

namespace Irvak.Core.Tests.Places;

/// <summary>How places are written, read and ordered. Definition, no source.</summary>
public class PlaceTests
{
    [Theory]
    [InlineData("slot:B1", PlaceKind.Slot, "B1")]
    [InlineData("socket:CPU 1", PlaceKind.Socket, "CPU 1")]
    [InlineData("card:S1", PlaceKind.Card, "S1")]
    [InlineData("m2:S1.2", PlaceKind.M2, "S1.2")]
    [InlineData("bay:3", PlaceKind.Bay, "3")]
    [InlineData("board:SATA", PlaceKind.Board, "SATA")]
    [InlineData("supply:P1", PlaceKind.Supply, "P1")]
    [InlineData("battery:Battery", PlaceKind.Battery, "Battery")]
    [InlineData("bay:a:b", PlaceKind.Bay, "a:b")]
    [InlineData("bay:", PlaceKind.Bay, "")]
    public void A_place_is_its_kind_and_its_name(string text, PlaceKind kind, string name)
    {
        var place = Place.Parse(text);
        Assert.Equal((kind, name, text), (place.Kind, place.Name, place.ToString()));
    }

    [Theory]
    [InlineData("")]
    [InlineData("A1")]
    [InlineData(":A1")]
    [InlineData("Slot:A1")]
    [InlineData("array:md0")]
    public void What_bears_no_known_kind_is_of_another_and_stays_as_it_was_written(string text)
    {
        Assert.Equal(PlaceKind.Other, Place.Parse(text).Kind);
        Assert.Equal(text, Place.Parse(text).ToString());
    }

    [Fact]
    public void Places_made_and_read_are_the_same()
    {
        Place[] made =
        [
            Place.Slot("A"),
            Place.Socket("A"),
            Place.Card("A"),
            Place.M2("A"),
            Place.Bay("A"),
            Place.Board("A"),
            Place.Supply("A"),
            Place.Battery("A"),
        ];
        Assert.Equal(made, made.Select(p => Place.Parse(p.ToString())));
        Assert.Equal(made.Length, made.ToHashSet().Count);
        Assert.Equal(made.Select(p => p.ToString()).Order(StringComparer.Ordinal), made.Order().Select(p => p.ToString()));
        Assert.Equal([PlaceKind.Bay, PlaceKind.M2], made.Where(p => p.HoldsDrive).Select(p => p.Kind).Order());
    }

    [Fact]
    public void Places_of_every_kind_stand_in_the_order_in_which_they_are_written()
    {
        string[] texts =
        [
            .. new[] { "supply", "socket", "slot", "m2", "card", "board", "bay", "battery", "array", "", "zone" }.SelectMany(k =>
                new[] { $"{k}:10", $"{k}:2", $"{k}:", $"{k}:a:b", k }
            ),
        ];
        Assert.Equal(texts.Order(StringComparer.Ordinal), texts.Select(Place.Parse).Order().Select(p => p.ToString()));
        // What is of no known kind differs by all of its text.
        Assert.NotEqual(Place.Parse("array:md0"), Place.Parse("zone:md0"));
        Assert.Equal(texts.Distinct().Count(), texts.Select(Place.Parse).ToHashSet().Count);
        Assert.True(Place.Slot("A") > null!);
    }

    [Fact]
    public void In_a_document_a_place_is_one_text_as_a_value_and_as_a_name()
    {
        var map = new Dictionary<Place, Place?> { [Place.Card("S1")] = Place.Card("S2"), [Place.M2("M1")] = null };
        var text = JsonSerializer.Serialize(map);
        Assert.Equal("""{"card:S1":"card:S2","m2:M1":null}""", text);
        Assert.Equal(map, JsonSerializer.Deserialize<Dictionary<Place, Place?>>(text)!);
        Assert.Equal(
            "A place is a text such as slot:A1.",
            Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Place>("3")).Message
        );
    }
}
