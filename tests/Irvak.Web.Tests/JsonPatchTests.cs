using System.Buffers;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using Irvak.Store;

namespace Irvak.Web.Tests;

/// <summary>Operations of RFC 6902 with pointers of RFC 6901; both documents by hand.</summary>
public class JsonPatchTests
{
    private static string Between(string before, string after)
    {
        var buffer = new ArrayBufferWriter<byte>();
        using (var ops = new Utf8JsonWriter(buffer))
        {
            ops.WriteStartArray();
            JsonPatch.Write(ops, Encoding.UTF8.GetBytes(before), Encoding.UTF8.GetBytes(after), "/at");
            ops.WriteEndArray();
        }
        return Encoding.UTF8.GetString(buffer.WrittenSpan);
    }

    [Theory]
    [InlineData("""{"a":1}""", """{"a":1}""", "[]")]
    [InlineData("""{"a":1}""", """{"a":2}""", """[{"op":"replace","path":"/at/a","value":2}]""")]
    [InlineData("""{"a":1}""", """{"a":"1"}""", """[{"op":"replace","path":"/at/a","value":"1"}]""")]
    [InlineData("""{"a":{"b":[1,{"c":null}]}}""", """{"a":{"b":[1,{"c":0}]}}""", """[{"op":"replace","path":"/at/a/b/1/c","value":0}]""")]
    [InlineData("""{"a":1,"b":2}""", """{"b":2}""", """[{"op":"remove","path":"/at/a"}]""")]
    [InlineData("""{"b":2}""", """{"a":{"x":[]},"b":2}""", """[{"op":"add","path":"/at/a","value":{"x":[]}}]""")]
    [InlineData("""{"a":{}}""", """{"a":[]}""", """[{"op":"replace","path":"/at/a","value":[]}]""")]
    [InlineData("[1,2,3]", "[1,3]", """[{"op":"remove","path":"/at/1"}]""")]
    [InlineData("[1,3]", "[1,2,3]", """[{"op":"add","path":"/at/1","value":2}]""")]
    [InlineData("[]", "[{},[]]", """[{"op":"add","path":"/at/0","value":{}},{"op":"add","path":"/at/1","value":[]}]""")]
    [InlineData("[1,2,3,4]", "[1]", """[{"op":"remove","path":"/at/1"},{"op":"remove","path":"/at/1"},{"op":"remove","path":"/at/1"}]""")]
    // Section 3 of RFC 6901: ~ is ~0 and / is ~1, in this order.
    [InlineData("""{"a/b~c":1}""", """{"a/b~c":2}""", """[{"op":"replace","path":"/at/a~1b~0c","value":2}]""")]
    [InlineData("""{"q\"t":1}""", """{"q\"t":2}""", """[{"op":"replace","path":"/at/q\u0022t","value":2}]""")]
    [InlineData("""{"":1}""", """{"":2}""", """[{"op":"replace","path":"/at/","value":2}]""")]
    public void What_differs_is_told_where_it_stands(string before, string after, string operations)
    {
        Assert.Equal(operations, Between(before, after));
        var document = new JsonObject { ["at"] = JsonNode.Parse(before) };
        var patched = Patched.Of(document, JsonNode.Parse(operations)!.AsArray());
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(after), patched["at"]));
    }

    private static void WithoutNull(JsonTypeInfo type)
    {
        foreach (var property in type.Properties)
            property.ShouldSerialize = (_, value) => value is not null;
    }

    private sealed record Page(int One, string? Two, int[] Three);

    private static string OfParts(Page before, Page after)
    {
        var json = new JsonSerializerOptions(JsonSerializerDefaults.Web)
        {
            TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { WithoutNull } },
        };
        var buffer = new ArrayBufferWriter<byte>();
        using (var ops = new Utf8JsonWriter(buffer))
        {
            ops.WriteStartArray();
            JsonPatch.Write(ops, Parts.Of(before, json, null).All, Parts.Of(after, json, null).All);
            ops.WriteEndArray();
        }
        return Encoding.UTF8.GetString(buffer.WrittenSpan);
    }

    [Fact]
    public void A_property_that_comes_or_goes_leaves_those_after_it_in_their_places()
    {
        var (without, with) = (new Page(1, null, [3]), new Page(1, "two", [3]));
        Assert.Equal("""[{"op":"add","path":"/two","value":"two"}]""", OfParts(without, with));
        Assert.Equal("""[{"op":"remove","path":"/two"}]""", OfParts(with, without));
        Assert.Equal("[]", OfParts(with, with));
    }
}
