namespace Irvak.Store;

/// <summary>Typed words as a question for the database.</summary>
internal static class Lexemes
{
    /// <summary>Each word quoted as a lexeme that may go on: 'rdimm':* &amp; '4800':*.</summary>
    public static string Beginning(IEnumerable<string> words) =>
        string.Join(" & ", words.Select(w => $"'{w.Replace("\\", "\\\\").Replace("'", "''")}':*"));
}
