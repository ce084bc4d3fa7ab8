using System.Text.Json;
using System.Text.RegularExpressions;
using Irvak.Core.Contracts;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>The list that a word must be on.</summary>
internal static partial class WantedWords
{
    /// <summary>One sentence with the words that the unread field takes; null where it takes none of a list.</summary>
    public static string? Of(JsonException e)
    {
        // The reader names the record whose field it could not fill; the path ends in that field.
        if (
            Record().Match(e.Message) is not { Success: true } named
            || typeof(MachineSheet).Assembly.GetType(named.Value) is not { } record
            || e.Path?[(e.Path.LastIndexOf('.') + 1)..] is not { } field
            || Database.Json.GetTypeInfo(record).Properties.FirstOrDefault(p => p.Name == field)?.PropertyType is not { } type
        )
            return null;
        var list = Nullable.GetUnderlyingType(type) ?? type;
        return list.IsEnum ? $"It is one of {string.Join(", ", WrittenName.All(list))}." : null;
    }

    [GeneratedRegex(@"Irvak\.Core(\.\w+)+")]
    private static partial Regex Record();
}
