using Irvak.Core.Contracts;

namespace Irvak.Core.Running;

/// <summary>What a person chooses from to say what runs on a machine, with what one of it usually needs.</summary>
public sealed record RunChoices(IReadOnlyList<RunRow> Runs)
{
    public static RunChoices All { get; } = new(RunTable.Rows);

    public string ToJson() => ChoiceText.Of(this);
}
