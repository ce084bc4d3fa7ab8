using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Irvak.Web;

/// <summary>A place is one text and a throughput one number in answers, as they are in documents; the description of them says
/// so.</summary>
internal static class ValueSchema
{
    public static void Configure(OpenApiOptions options) =>
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                if (context.JsonTypeInfo.Type == typeof(Place))
                    schema.Type = context.JsonPropertyInfo is { IsGetNullable: true }
                        ? JsonSchemaType.String | JsonSchemaType.Null
                        : JsonSchemaType.String;
                if (context.JsonTypeInfo.Type == typeof(Throughput) || context.JsonTypeInfo.Type == typeof(Throughput?))
                    (schema.Type, schema.Format) = (JsonSchemaType.Number, "double");
                // A list of what has no shape of its own is described without its items.
                if (context.JsonTypeInfo.ElementType == typeof(Place))
                    schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
                return Task.CompletedTask;
            }
        );
}
