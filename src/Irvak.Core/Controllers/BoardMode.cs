using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>The storage mode of a board's own controller, before and after.</summary>
/// <param name="Found">How it is set before the work; null when not known.</param>
/// <param name="Planned">As somebody planned it; null for as the arrays need it.</param>
/// <param name="To">What comes of that; null when not known.</param>
/// <param name="HasRaid">Whether its firmware keeps arrays; null when not known.</param>
/// <param name="Firmware">What is known of its arrays, in words; null when nothing is.</param>
public sealed record BoardMode(string Board, StorageMode? Found, StorageMode? Planned, StorageMode? To, bool? HasRaid, string? Firmware)
{
    public static BoardMode Of(ControllerInput q, BoardPlace board) =>
        new(
            board.Id,
            q.FoundModeOf(board),
            q.Modes.TryGetValue(board.Id, out var planned) ? planned : null,
            q.ModeOf(board),
            board.Raid?.Levels is { } levels ? levels.Count > 0 : null,
            board.Raid is { } known ? Words(known) : null
        );

    private static string Words(BoardRaid raid) =>
        raid.Levels is { Count: 0 }
            ? "keeps no arrays"
            : string.Join(
                "; ",
                new[]
                {
                    raid.Levels is { } known ? $"{(known.Count == 1 ? "level" : "levels")} {string.Join(", ", known)}" : "levels not known",
                    raid.MostMembers is { } most ? $"at most {most} members" : null,
                    raid.Levels?.Contains("5") == false ? "no cache of its own" : "the processor works out parity, no cache of its own",
                    raid.Boots switch
                    {
                        true => "starts a system from an array",
                        false => "does not start a system from an array",
                        null => "whether a system starts from an array is not known",
                    },
                    raid.DriverAtInstall switch
                    {
                        true => "the installer needs its driver",
                        false => "no driver for the installer",
                        null => "whether the installer needs its driver is not known",
                    },
                    raid.TrimLevels switch
                    {
                        null => "TRIM not known",
                        [] => "no TRIM",
                        var levels => $"TRIM at {(levels.Count == 1 ? "level" : "levels")} {string.Join(", ", levels)}",
                    },
                }.OfType<string>()
            );
}
