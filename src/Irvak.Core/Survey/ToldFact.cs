using Irvak.Core.Edits;

namespace Irvak.Core.Survey;

/// <summary>Something known of the machine as a whole: a row that is put right where it stands.</summary>
/// <param name="Path">Of the question that it answers.</param>
/// <param name="Name">What it is, in a few words.</param>
/// <param name="Value">As an answer says it.</param>
/// <param name="By">The capture with its line, the sheet, or a person.</param>
/// <param name="Ask">The question again; null where no answer changes it.</param>
/// <param name="Back">Takes a person's word back; null where none was given.</param>
/// <param name="Before">What stands when it is taken back, as an answer says it; null for not known.</param>
public sealed record ToldFact(string Path, string Name, string Value, string By, Unknown? Ask, Edit? Back, string? Before);
