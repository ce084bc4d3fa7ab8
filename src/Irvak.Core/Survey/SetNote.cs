using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Survey;

/// <summary>Keeps a note about a place, a plug or the machine; an empty text drops it.</summary>
/// <param name="About">A place, <c>plug:NAME</c> for a plug or fan and where it sits, or <c>machine</c>.</param>
[EditName("setNote")]
public sealed record SetNote(string About, string Text) : MachineEdit
{
    public const int Longest = 2000;

    /// <summary>A note about the machine, cut where it is longer than one may be.</summary>
    public static SetNote OfMachine(string text) => new("machine", text.Length > Longest ? text[..Longest] : text);

    public override IEnumerable<string> Touches() => ["note:" + About];

    public override string ValueAt(string subject) => Text;

    public override string Tell() =>
        Text.Length == 0
            ? $"drops the note about {Place.NameIn(About)}"
            : $"notes about {Place.NameIn(About)}: {(Text.Length > 80 ? Text[..80] + "…" : Text)}";

    public override SheetProblem? Refusal(MachineState machine) => SurveyFold.Refusal(machine, this);

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        machine with
        {
            Notes = Text.Trim().Length == 0 ? machine.Notes.Remove(About) : machine.Notes.SetItem(About, Text.Trim()),
        };
}
