using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>The storage mode that a board's own controller is in before the work, where its firmware has two.</summary>
public static class ModeUnknowns
{
    private const string Prefix = "mode.";

    /// <summary>One question for each board whose firmware keeps arrays and whose mode no capture, no array and nobody tells.</summary>
    public static IEnumerable<Unknown> Of(MachineState state, ControllerSlice said)
    {
        if (state.Sheet is not { } sheet)
            yield break;
        var found = StorageModes.Found(state, said.FoundModes);
        // An array that no card can keep is the board's.
        var kept =
            !state.Found.Values.Any(u => u.Card is { Role: CardRole.Controller } or { Controller: not null })
            && JobArrays.Found(state).Any(a => a.Host == ArrayHost.Controller);
        foreach (var board in BayController.Boards(sheet))
            if (board.Raid?.Levels is { Count: > 0 } && !found.ContainsKey(board.Id) && !kept)
                yield return new(
                    PathOf(board.Id),
                    $"Which storage mode is {board.Id} in?",
                    "whether the system starts after the mode is changed, and what keeps its arrays",
                    "firmware set-up, mode of the SATA or storage controller; or lspci",
                    AnswerKind.Choice,
                    Words,
                    Place: Place.Board(board.Id)
                )
                {
                    Optional = true,
                };
    }

    /// <summary>Of the question about a board's own controller.</summary>
    public static string PathOf(string board) => Prefix + board;

    private static readonly IReadOnlyList<string> Words = [.. Enum.GetValues<StorageMode>().Select(StorageModes.Words)];

    /// <summary>True for an answer to such a question.</summary>
    public static bool IsOne(AnswerUnknown answer) => answer.Path.StartsWith(Prefix, StringComparison.Ordinal);

    /// <summary>Why an answer can't be taken: it is none of the words, or the board has no such mode. Null when it can.</summary>
    public static SheetProblem? Refusal(MachineState state, ControllerSlice slice, AnswerUnknown answer) =>
        !Words.Contains(answer.Value) ? new("/edit/value", $"Answer {Verdicts.Say.Words(Words)}.")
        : EditOf(answer).Refusal(state, slice) is { } wrong
            ? wrong with
            {
                Path = wrong.Path == "/edit/board" ? "/edit/path" : "/edit/value",
            }
        : null;

    /// <summary>What an answer means that <see cref="Refusal"/> lets pass.</summary>
    public static SetStorageMode EditOf(AnswerUnknown answer) =>
        new(answer.Path[Prefix.Length..], Enum.GetValues<StorageMode>().First(m => StorageModes.Words(m) == answer.Value), true);
}
