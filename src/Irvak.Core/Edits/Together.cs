namespace Irvak.Core.Edits;

/// <summary>Several edits that count and are undone as one.</summary>
[EditName("together")]
public sealed record Together(string What, IReadOnlyList<Edit> Edits) : Edit
{
    public override IEnumerable<string> Touches() => Edits.SelectMany(e => e.Touches()).Distinct();

    public override string ValueAt(string subject) => Edits.LastOrDefault(e => e.Touches().Contains(subject))?.ValueAt(subject) ?? "";

    public override string Tell() => What;
}
