using Irvak.Core.Aims;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Power;

namespace Irvak.Core.Plans;

/// <summary>What edits touch, as people call it.</summary>
public static class SubjectWords
{
    private static readonly Dictionary<string, string> Whole = new()
    {
        ["sheet"] = "the machine sheet",
        ["system"] = "what is known of the system",
        ["policy"] = "the policy",
        ["promise"] = "the promised day",
        ["purpose"] = "what the job is about",
        ["mode"] = "the memory mode",
        ["after"] = "the capture taken afterwards",
        ["handover"] = "the handover",
        ["recalled"] = "what another job left",
        ["backup"] = "the backup before opening",
        ["frames"] = "the frames on the line",
        ["alone"] = "what is left alone",
        [FieldFold.BootSubject] = "the boot drive",
        [FieldFold.FiguresSubject] = "the figures of drives",
        [FieldFold.StartSubject] = "the start of the disks",
    };

    // Kinds of subjects, with what stands before and after their name.
    private static readonly Dictionary<string, (string Before, string After)> Kinds = new()
    {
        ["found"] = ("what was found in ", ""),
        ["reading"] = ("the ", ""),
        ["check"] = ("the question about ", ""),
        ["note"] = ("the note about ", ""),
        ["answer"] = ("the answer about ", ""),
        ["unasked"] = ("the question about ", ""),
        ["array"] = ("array ", ""),
        ["volume"] = ("volume ", ""),
        ["runs"] = ("what ", " needs"),
        ["member"] = ("what ", " belongs to"),
        ["cache"] = ("cache ", ""),
        ["tick"] = ("the tick of ", ""),
        ["line"] = ("what was seen of ", ""),
        ["pad"] = ("the pad of ", ""),
        ["move"] = ("where ", " moves"),
        ["wipe"] = ("how the drive of ", " is wiped"),
        ["wire"] = ("the cable of bay ", ""),
        ["wiring"] = ("the cabling of ", ""),
        ["rate"] = ("the rate held in ", ""),
        ["split"] = ("how ", " is divided"),
        ["found-split"] = ("how ", " was divided"),
        ["mode"] = ("the storage mode of ", ""),
        ["firmware"] = ("the firmware of ", ""),
        ["drive-firmware"] = ("the firmware of ", " drives"),
        ["card-part"] = ("the ", ""),
        ["found-firmware"] = ("the firmware that ", " had"),
        ["found-mode"] = ("the storage mode that ", " was in"),
        ["air"] = ("", ""),
        ["wish"] = ("the wish for ", ""),
    };

    private static readonly Dictionary<string, string> Wishes = new()
    {
        [nameof(WishKind.MemoryGiB)] = "memory",
        [nameof(WishKind.MoneyLimitEur)] = "the spending limit",
        [nameof(WishKind.UsableTB)] = "space",
        [nameof(WishKind.Failures)] = "failures survived",
        [nameof(WishKind.ReadMBs)] = "reading",
        [nameof(WishKind.WriteMBs)] = "writing",
        [nameof(WishKind.LossPercent)] = "the chance of a loss",
        [nameof(WishKind.AwayHours)] = "the hours off",
        [nameof(WishKind.Watts)] = "watts",
        [nameof(WishKind.Years)] = "the years ahead",
    };

    public static string Of(string subject)
    {
        var (whole, part) = subject.IndexOf('#', StringComparison.Ordinal) is > 0 and var at
            ? (subject[..at], subject[(at + 1)..])
            : (subject, null);
        if (part is null)
            return Name(whole);
        var words = part.Split(' ', 2);
        return $"{FieldWords.Of(words[0])}{(words.Length > 1 ? " " + Place.NameIn(words[1]) : "")} of {Name(whole)}";
    }

    private static string Name(string subject)
    {
        if (Whole.TryGetValue(subject, out var whole))
            return whole;
        var colon = subject.IndexOf(':', StringComparison.Ordinal);
        if (colon < 0 || !Kinds.TryGetValue(subject[..colon], out var kind))
            return Place.NameIn(subject);
        var name = subject[(colon + 1)..];
        var said = subject[..colon] switch
        {
            "wish" => Wishes.GetValueOrDefault(name, name),
            "air" => AirParts.Words(name),
            "card-part" when name.Split('|') is [var at, var part] => $"{CardPart.WordsOf(part)} of {Place.NameIn(at)}",
            _ => Place.NameIn(name),
        };
        return kind.Before + said + kind.After;
    }
}
