using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Irvak.Core.Edits;

namespace Irvak.Store;

/// <summary>How JSON is read here, whether it comes from a browser, a file or the database: nothing is missing where a value must be,
/// nothing stands twice.</summary>
public static class Strictly
{
    public static void Configure(JsonSerializerOptions json)
    {
        json.RespectNullableAnnotations = true;
        json.AllowDuplicateProperties = false;
        json.TypeInfoResolver = Resolver();
    }

    public static IJsonTypeInfoResolver Resolver() => new DefaultJsonTypeInfoResolver { Modifiers = { Require, EditNames.Tell } };

    /// <summary>A value of a constructor that has no default and may not be null must be given; one that may be null may be left
    /// out.</summary>
    private static void Require(JsonTypeInfo type)
    {
        if (type.Kind != JsonTypeInfoKind.Object || type.Type.Namespace?.StartsWith("Irvak", StringComparison.Ordinal) != true)
            return;
        foreach (var property in type.Properties)
            if (
                property.AssociatedParameter is { HasDefaultValue: false, IsNullable: false } parameter
                && Nullable.GetUnderlyingType(parameter.ParameterType) is null
            )
                property.IsRequired = true;
    }
}
