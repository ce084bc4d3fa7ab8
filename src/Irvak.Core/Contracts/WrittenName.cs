using System.Reflection;
using System.Text.Json.Serialization;

namespace Irvak.Core.Contracts;

/// <summary>The word that stands for a member of a list in documents and answers.</summary>
public static class WrittenName
{
    public static string Of<T>(T value)
        where T : struct, Enum => Written<T>.Names[value];

    /// <summary>Every word of a list, in its order.</summary>
    /// <param name="list">The type of the list.</param>
    public static IReadOnlyList<string> All(Type list) => [.. list.GetFields(BindingFlags.Public | BindingFlags.Static).Select(Word)];

    private static string Word(FieldInfo member) => member.GetCustomAttribute<JsonStringEnumMemberNameAttribute>()?.Name ?? member.Name;

    private static class Written<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<T, string> Names = Enum.GetValues<T>()
            .Zip(All(typeof(T)))
            .ToDictionary(x => x.First, x => x.Second);
    }
}
