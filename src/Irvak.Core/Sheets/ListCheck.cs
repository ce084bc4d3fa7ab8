using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What is wrong with a maker's list on a sheet.</summary>
internal static class ListCheck
{
    public static IEnumerable<SheetProblem> Of(MachineSheet sheet)
    {
        var seen = new Dictionary<(ListedKind, string), int>();
        for (var i = 0; i < sheet.Listed.Count; i++)
        {
            var row = sheet.Listed[i];
            if (row.Number is { } number)
            {
                if (ListedPart.Plain(number).Length == 0)
                    yield return new($"/listed/{i}/number", "A part number has letters or digits.");
                else if (
                    !seen.TryAdd((row.What, ListedPart.Plain(number)), i)
                    && seen[(row.What, ListedPart.Plain(number))] is var first
                    && sheet.Listed[first] != row
                )
                    yield return new(
                        $"/listed/{i}/number",
                        $"{number} stands twice in the list, here and at /listed/{first}, and the two rows differ."
                    );
            }
            else if (row is { Maker: null, Media: null, Protocol: null, Type: null, TB: null, GiB: null })
                yield return new($"/listed/{i}", "A row names a part number, or a brand, kind or size; this one would allow everything.");
            if (row.What != ListedKind.Drive && (row.Media ?? (object?)row.Protocol ?? row.TB ?? (object?)row.Only) is not null)
                yield return new($"/listed/{i}/what", "Medium, protocol, TB and use are told of drives only.");
            if (row.What != ListedKind.Module && (row.Type ?? (object?)row.GiB) is not null)
                yield return new($"/listed/{i}/what", "Type and GiB are told of memory only.");
        }
        for (var i = 0; i < sheet.Bays.Count; i++)
        for (var j = 0; j < (sheet.Bays[i].Limits?.Count ?? 0); j++)
            if (
                sheet
                    .Bays[i]
                    .Limits!.Take(j)
                    .Any(l => (l.Protocol, l.Media) == (sheet.Bays[i].Limits![j].Protocol, sheet.Bays[i].Limits![j].Media))
            )
                yield return new($"/bays/{i}/limits/{j}", "This kind of drive has a limit already.");
    }
}
