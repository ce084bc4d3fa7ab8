using System.Collections.Frozen;
using System.Reflection;
using System.Text.Json.Serialization.Metadata;

namespace Irvak.Core.Edits;

/// <summary>The name by which documents know a kind of edit. It stays what it is for ever: stored edits carry it.</summary>
[AttributeUsage(AttributeTargets.Class, Inherited = false)]
public sealed class EditNameAttribute(string name) : Attribute
{
    public string Name { get; } = name;
}

/// <summary>Every kind of edit by its name. A capability adds a kind by declaring it; there is no list to keep.</summary>
public static class EditNames
{
    private const string Discriminator = "type";

    public static FrozenDictionary<Type, string> All { get; } =
        typeof(Edit)
            .Assembly.GetTypes()
            .Where(t => t is { IsAbstract: false } && t.IsSubclassOf(typeof(Edit)))
            .ToFrozenDictionary(
                t => t,
                t =>
                    (
                        t.GetCustomAttribute<EditNameAttribute>()
                        ?? throw new InvalidOperationException($"{t.Name} has no name for documents.")
                    ).Name
            );

    /// <summary>Lets JSON tell the kinds of edits apart by their names.</summary>
    public static void Tell(JsonTypeInfo type)
    {
        if (type.Type != typeof(Edit))
            return;
        type.PolymorphismOptions = new() { TypeDiscriminatorPropertyName = Discriminator };
        foreach (var (kind, name) in All.OrderBy(k => k.Value, StringComparer.Ordinal))
            type.PolymorphismOptions.DerivedTypes.Add(new(kind, name));
    }
}
