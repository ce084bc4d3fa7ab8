using System.Text.Json;

namespace Irvak.Core.Contracts;

/// <summary>Tables that the screen reads from a file made of the core's own.</summary>
public static class ChoiceText
{
    private static readonly JsonSerializerOptions Plain = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static string Of<T>(T table) => JsonSerializer.Serialize(table, Plain) + "\n";
}
