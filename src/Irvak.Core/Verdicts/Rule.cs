using System.Text.Json.Serialization;
using System.Text.RegularExpressions;

namespace Irvak.Core.Verdicts;

[JsonConverter(typeof(JsonStringEnumConverter<Severity>))]
public enum Severity
{
    /// <summary>Worth knowing.</summary>
    [JsonStringEnumMemberName("note")]
    Note,

    /// <summary>Works with a loss or a risk.</summary>
    [JsonStringEnumMemberName("care")]
    Care,

    /// <summary>Will not work, or loses data.</summary>
    [JsonStringEnumMemberName("stop")]
    Stop,
}

/// <summary>What a statement rests on.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Basis>))]
public enum Basis
{
    /// <summary>A published standard.</summary>
    [JsonStringEnumMemberName("standard")]
    Standard,

    /// <summary>The machine's or part's own sheet.</summary>
    [JsonStringEnumMemberName("sheet")]
    Sheet,

    /// <summary>Logged outcomes.</summary>
    [JsonStringEnumMemberName("proven")]
    Proven,

    /// <summary>Common practice, no source.</summary>
    [JsonStringEnumMemberName("practice")]
    Practice,

    /// <summary>Recalled from memory, to be confirmed.</summary>
    [JsonStringEnumMemberName("memory")]
    Memory,
}

/// <summary>A rule of the trade as a value: the only place where its words stand.</summary>
/// <param name="Code">Stable code, such as MEM-KIND: a name that nobody cuts or compares.</param>
/// <param name="Family">What kind of thing it judges.</param>
/// <param name="Severity">Severity unless the policy decides otherwise.</param>
/// <param name="Sentence">One plain sentence with holes in braces that a finding fills; {is|are} gives the word for one place and for
/// several.</param>
/// <param name="Reason">Why it is so.</param>
/// <param name="Source">Standard by name and number, or "common practice, no source".</param>
public sealed record Rule(string Code, Family Family, Severity Severity, string Sentence, string Reason, string Source, Basis Basis)
{
    /// <summary>The sheet of Fit that it is worked on.</summary>
    public WorkingSheet Sheet { get; init; } = Family.Sheet();

    /// <summary>Values of the machine's sheet that it leans on and about which sources are known to differ, as JSON pointers.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> LeansOn { get; init; } = [];

    /// <summary>The same rule: rules are told apart by their codes.</summary>
    public bool Equals(Rule? other) => Code == other?.Code;

    public override int GetHashCode() => Code.GetHashCode(StringComparison.Ordinal);

    /// <summary>The sentence with its holes, in its words for one place.</summary>
    [JsonIgnore]
    public string ForOne => Regex.Replace(Sentence, @"\{([^}|]*)\|[^}]*\}", "$1");

    /// <summary>The sentence with its holes filled.</summary>
    /// <exception cref="ArgumentException">A hole has no value.</exception>
    public string Say(IReadOnlyDictionary<string, Stated> values)
    {
        var text = new System.Text.StringBuilder(Sentence.Length + 32);
        for (var i = 0; i < Sentence.Length; i++)
        {
            if (Sentence[i] != '{')
            {
                text.Append(Sentence[i]);
                continue;
            }
            var end = Sentence.IndexOf('}', i);
            var hole = Sentence[(i + 1)..end];
            if (hole.IndexOf('|', StringComparison.Ordinal) is >= 0 and var bar)
                text.Append(values.ContainsKey(Finding.Several) ? hole.AsSpan(bar + 1) : hole.AsSpan(0, bar));
            else
                text.Append(
                    values.TryGetValue(hole, out var value)
                        ? value.Words
                        : throw new ArgumentException($"{Code} has no value for {{{hole}}}.", nameof(values))
                );
            i = end;
        }
        return text.ToString();
    }
}
