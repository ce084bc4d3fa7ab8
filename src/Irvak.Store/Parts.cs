using System.Buffers;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Irvak.Core.Inputs;

namespace Irvak.Store;

/// <summary>One property of a document.</summary>
/// <param name="Value">What was written.</param>
/// <param name="Bytes">As JSON.</param>
/// <param name="Mark">A digest of the bytes.</param>
public sealed record Part(JsonPropertyInfo Property, object? Value, byte[] Bytes, byte[] Mark)
{
    public string Name => Property.Name;
}

/// <summary>
/// A document as its properties, each written by itself: what is the same object as in the document before is not written again. Put
/// together they are the document as the serializer writes it, byte for byte.
/// </summary>
/// <param name="All">In the order in which the serializer writes them.</param>
public sealed record Parts(IReadOnlyList<Part> All)
{
    /// <param name="before">The document before; null to write all of it.</param>
    public static Parts Of<T>(T value, JsonSerializerOptions json, Parts? before)
        where T : class
    {
        var all = new List<Part>();
        foreach (var property in json.GetTypeInfo(typeof(T)).Properties)
        {
            if (property.Get is not { } get)
                continue;
            var now = get(value);
            if (property.ShouldSerialize is { } wanted && !wanted(value, now))
                continue;
            var old = before?.All.FirstOrDefault(p => ReferenceEquals(p.Property, property));
            if (old is not null && Same(old.Value, now))
            {
                all.Add(old);
                continue;
            }
            var bytes = JsonSerializer.SerializeToUtf8Bytes(now, property.PropertyType, json);
            all.Add(
                old is not null && old.Bytes.AsSpan().SequenceEqual(bytes)
                    ? old with
                    {
                        Value = now,
                    }
                    : new(property, now, bytes, SHA256.HashData(bytes))
            );
        }
        return new(all);
    }

    /// <summary>Records and lists are never changed, only put in place of each other.</summary>
    private static bool Same(object? a, object? b) => ReferenceEquals(a, b) || (a is string or ValueType && a.Equals(b));

    /// <summary>Bytes of the whole document, but for its names.</summary>
    public int Length => All.Sum(p => p.Bytes.Length);

    public string Text() => System.Text.Encoding.UTF8.GetString(Whole());

    /// <summary>The whole document.</summary>
    public byte[] Whole()
    {
        var buffer = new ArrayBufferWriter<byte>(All.Sum(p => p.Bytes.Length + p.Name.Length + 4) + 2);
        buffer.Write("{"u8);
        foreach (var (part, i) in All.Select((p, i) => (p, i)))
        {
            if (i > 0)
                buffer.Write(","u8);
            buffer.Write(JsonSerializer.SerializeToUtf8Bytes(part.Name));
            buffer.Write(":"u8);
            buffer.Write(part.Bytes);
        }
        buffer.Write("}"u8);
        return buffer.WrittenSpan.ToArray();
    }

    /// <summary>A digest of the whole: the same text has the same one, whoever writes it.</summary>
    public string Tag()
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var part in All)
        {
            hash.AppendData(System.Text.Encoding.UTF8.GetBytes(part.Name));
            hash.AppendData(part.Mark);
        }
        return Convert.ToHexStringLower(hash.GetHashAndReset().AsSpan(0, 12));
    }

    /// <summary>
    /// The same document with what was written anew as it is read back: what is worked with is what is stored. What says the same when it
    /// is read stays the object that it was, with all that it shares with the document before.
    /// </summary>
    /// <param name="clone">A copy of the document, which is filled.</param>
    /// <exception cref="JsonException">A part can't be read back.</exception>
    public Parts ReadInto<T>(T clone, Parts? before, JsonSerializerOptions json)
        where T : class
    {
        var all = new List<Part>(All.Count);
        foreach (var part in All)
        {
            var old = before?.All.FirstOrDefault(p => ReferenceEquals(p.Property, part.Property));
            var value = old is not null && ReferenceEquals(old.Bytes, part.Bytes) ? old.Value : Read(part, json);
            part.Property.Set!(clone, value);
            all.Add(part with { Value = value });
        }
        return new(all);
    }

    private static object? Read(Part part, JsonSerializerOptions json)
    {
        var read = JsonSerializer.Deserialize(part.Bytes, part.Property.PropertyType, json);
        return Alike.Same(read, part.Value) ? part.Value : read;
    }
}
