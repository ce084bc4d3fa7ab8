using System.Runtime.CompilerServices;
using Irvak.Core.Builds;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core;

/// <summary>
/// The words a job is found by: its number, title, owner and who began it, its machine with serial, host name and address, and
/// the parts and serials found or planned; each
/// as the shelf finds them, so that "32gb reg" finds in both.
/// </summary>
public static class JobWords
{
    // A job of a thousand places is found by the words of so many; nobody looks for the last of them.
    private const int Most = 1500;

    // A unit is never changed, and most stay from one edit to the next.
    private static readonly ConditionalWeakTable<Unit, string[]> OfUnits = [];

    /// <summary>All words in lower case, each once, with single spaces.</summary>
    public static string Of(string number, string title, string owner, string begunBy, JobState state)
    {
        string?[] said =
        [
            number,
            number.TrimStart('0'),
            title,
            owner,
            begunBy,
            state.Sheet?.Maker,
            state.Sheet?.Name,
            state.System.Serial,
            state.System.HostName,
            state.System.ManagementAddress,
        ];
        var parts = state.Found.Values.Concat(state.Planned.Units.Values).OfType<Unit>().SelectMany(u => OfUnits.GetValue(u, WordsOf));
        return string.Join(' ', said.OfType<string>().SelectMany(ShelfWords.Cut).Concat(parts).Distinct().Take(Most));
    }

    private static string[] WordsOf(Unit unit)
    {
        var part = new ShelfPart
        {
            Id = unit.ShelfPartId ?? "",
            Module = unit.Module,
            Processor = unit.Processor,
            Drive = unit.Drive,
            Card = unit.Card,
            Accessory = unit.Accessory,
        };
        return [.. ShelfWords.Of(part).Split(' '), .. ShelfWords.Cut(unit.Serial ?? "")];
    }
}
