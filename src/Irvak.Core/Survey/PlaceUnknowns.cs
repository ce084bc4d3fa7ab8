using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>What can be unknown of a machine's bays, slots and arrays, and of the machine as a whole.</summary>
internal static class PlaceUnknowns
{
    internal const string AnotherRevision = "another one";

    /// <summary>The machine as a whole.</summary>
    private static readonly (Func<MachineState, MachineSheet, bool> Open, Func<MachineSheet, Unknown> Ask)[] Machine =
    [
        (
            (state, sheet) => state.System.BoardRevision is null && Revisions(sheet).Count > 0,
            sheet =>
                new(
                    "system.boardRevision",
                    "Which revision is the board?",
                    "slots and processors that only some revisions have",
                    "printed on the board, or dmidecode -t baseboard",
                    AnswerKind.Choice,
                    [.. Revisions(sheet), AnotherRevision]
                )
                {
                    Optional = true,
                }
        ),
        (
            (state, sheet) =>
                state.System.Firmware is null && (sheet.Firmware?.Needs.Count > 0 || sheet.Processors.Any(p => p.Firmware is not null)),
            _ =>
                new(
                    "system.firmware",
                    "Which version of its firmware is installed?",
                    "whether it knows the new parts",
                    "first screen, set-up, or dmidecode -t bios",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
        ),
        (
            (state, _) => state.System.Serial is null,
            sheet =>
                new(
                    "system.serial",
                    "Which serial number has the machine?",
                    "the record and the warranty",
                    sheet.Battery.Count > 0 ? "label underneath" : "label at the rear or on its pull-out tag",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
        ),
        (
            (state, _) => state.System.HostName is null,
            _ =>
                new(
                    "system.hostName",
                    "What is it called in the network?",
                    "the hand-over note, finding it again",
                    "uname -n, or the owner",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
        ),
        (
            (state, sheet) =>
                state.System.ManagementAddress is null
                && sheet.Chassis.Kind is ChassisKind.Rack or ChassisKind.Tower or ChassisKind.Edge or ChassisKind.Shelf,
            _ =>
                new(
                    "system.managementAddress",
                    "Where is its management page?",
                    "looking in without going there",
                    "sticker, ipmitool lan print, or none",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
        ),
    ];

    public static IEnumerable<Unknown> Of(MachineState state, MachineSheet sheet) => [.. Groups(state, sheet), .. OfMachine(state, sheet)];

    /// <summary>Those of them that are about no single place.</summary>
    public static IEnumerable<Unknown> OfMachine(MachineState state, MachineSheet sheet) => MemoryUnknowns.Open(Machine, state, sheet);

    /// <summary>Bays, card slots and the rest: one line for a group, so that a shelf of 60 bays asks once.</summary>
    private static List<Unknown> Groups(MachineState state, MachineSheet sheet)
    {
        var unknowns = new List<Unknown>();
        bool Open(Place place) => !state.Found.ContainsKey(place) && !state.FoundEmpty.Contains(place);
        void Group(string one, string blocks, string where, IEnumerable<Place> places)
        {
            var open = places.Where(Open).ToList();
            if (open.Count == 0)
                return;
            var names = open.Count == 1 ? open[0].Name : $"{open[0].Name} to {open[^1].Name} ({open.Count} left)";
            unknowns.Add(
                new(
                    "found." + open[0],
                    $"What sits in {(open.Count == 1 ? one : one + "s")} {names}?",
                    blocks,
                    where,
                    AnswerKind.Place,
                    [],
                    Place: open[0]
                )
                {
                    Optional = true,
                }
            );
        }
        foreach (var group in sheet.Bays)
            Group(
                "bay",
                "which drive is which, arrays, free bays",
                "lamps and labels at the front, or a capture of the controller",
                group.Names.Select(Place.Bay)
            );
        Group(
            "card slot",
            "free slots, lanes, power",
            "brackets at the rear, or lspci -vv with the firmware listing",
            sheet.Slots.Select(s => Place.Card(s.Id))
        );
        Group("M.2 place", "free places for flash", "open the machine, or nvme list", sheet.M2.Select(m => Place.M2(m.Id)));
        return unknowns;
    }

    /// <summary>What nobody told of the arrays, the last array first: it stands before everything else.</summary>
    public static IEnumerable<Unknown> Arrays(MachineState state) => ArrayNow.Of(state).SelectMany(a => OfArray(state, a)).Reverse();

    private static IEnumerable<Unknown> OfArray(MachineState state, ArrayNow array)
    {
        if (state.ArraysSaid.GetValueOrDefault(array.Name)?.Lost is null && array.MayHaveLost(state) is { Count: > 0 } lost)
            yield return new(
                $"array.{array.Name}.lost",
                $"Which drive did {array.Name} lose? It {array.Words}.",
                "which of them may be pulled, and in which order",
                "serial numbers and lamps: the one that is dark, or that the log names",
                AnswerKind.Choice,
                [.. lost.Select(p => p.Name), ArrayAnswers.NoneOfThese],
                Place: lost[0]
            );
        if (
            array.Condition == Observations.RaidCondition.Unknown
            && state.ArraysSaid.GetValueOrDefault(array.Name)?.Level != ArrayAnswers.None
        )
            yield return new(
                $"array.{array.Name}.state",
                $"Is {array.Name} whole?",
                "which of its drives may be pulled, and whether while it runs",
                "the controller's or appliance's page, or /proc/mdstat",
                AnswerKind.Choice,
                ArrayAnswers.States,
                Place: array.Members[0]
            );
        var said = state.ArraysSaid.GetValueOrDefault(array.Name);
        if (
            said is { Keeper: null, Level: { } level }
            && ArrayAnswers.LevelOf(level) is not null
            && !JobArrays.IsOfKernel(array.Name)
            && !state.Seen.Raids.Any(r => string.Equals(r.Name, array.Name, StringComparison.OrdinalIgnoreCase))
        )
            yield return new(
                $"array.{array.Name}.keeper",
                $"What keeps {array.Name}?",
                "what may be pulled while it runs, where it can be read, and what it takes of each drive",
                "the set-up of the controller lists it, or /proc/mdstat, or the list of pools",
                AnswerKind.Choice,
                ArrayAnswers.Keepers,
                Place: array.Members[0]
            );
        if (!array.LevelKnown)
            yield return new(
                $"array.{array.Name}.level",
                $"How do the drives in {Members(array)} share their data in {array.Name}?",
                "which of them may be pulled, and whether while it runs",
                "the controller's or appliance's page, or /proc/mdstat",
                AnswerKind.Choice,
                ArrayAnswers.Levels,
                Place: array.Members[0]
            );
    }

    // A number alone is no place; names of bays that are words speak for themselves.
    private static string Members(ArrayNow array)
    {
        var names = array.Members.Select(p => p.Name).ToList();
        var bays = names.Count > 1 && array.Members.All(m => m.IsBay) && names.All(n => int.TryParse(n, out _)) ? "bays " : "";
        return bays + (names.Count > 4 ? $"{names[0]} to {names[^1]} ({names.Count})" : Verdicts.Say.Words(names));
    }

    /// <summary>The revisions that the sheet tells apart, each once.</summary>
    internal static List<string> Revisions(MachineSheet sheet) =>
        [.. sheet.Revisions.Select(r => r.Name).Concat(sheet.Processors.SelectMany(p => p.Revisions ?? [])).Distinct()];
}
