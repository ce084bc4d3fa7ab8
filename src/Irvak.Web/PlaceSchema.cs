using Irvak.Core.Places;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Irvak.Web;

/// <summary>A place is one text in answers, as it is in documents; the description of them says so.</summary>
internal static class PlaceSchema
{
    public static void Configure(OpenApiOptions options) =>
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                if (context.JsonTypeInfo.Type == typeof(Place))
                    schema.Type = context.JsonPropertyInfo is { IsGetNullable: true }
                        ? JsonSchemaType.String | JsonSchemaType.Null
                        : JsonSchemaType.String;
                // A list of what has no shape of its own is described without its items.
                if (context.JsonTypeInfo.ElementType == typeof(Place))
                    schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
                return Task.CompletedTask;
            }
        );
}
