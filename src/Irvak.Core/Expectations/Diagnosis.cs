using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Expectations;

/// <summary>One likely cause of a deviation.</summary>
public sealed record Cause(string Title, string Because);

/// <summary>What deviating lines have in common, the causes in order of likelihood, and the one next thing to do with the hands.</summary>
/// <param name="Pattern">Code of the row of the diagnosis table.</param>
/// <param name="Lines">Keys of the lines it explains.</param>
public sealed record Explanation(
    string Pattern,
    string Sentence,
    IReadOnlyList<Place> Places,
    IReadOnlyList<string> Lines,
    Worked? Why,
    IReadOnlyList<Cause> Causes,
    string NextAction
);

/// <summary>The diagnosis table of memory: patterns of deviation with causes and next actions, all common practice, no source.</summary>
public static partial class Diagnosis
{
    private sealed record Row(string Pattern, string Sentence, string NextAction, params Cause[] Causes);

    private static readonly Row Socket = new(
        "socket-missing",
        "No module of {socket} shows: {missing} missing.",
        "Power off, pull the cords. Take the heat sink of {socket} off only if the modules are seated: reseat {first} first.",
        new("Processor or its contacts", "every slot of one socket hangs on one processor"),
        new("Slots behind an empty or disabled socket", "the set-up may have the socket switched off"),
        new("Modules of that socket not seated", "less likely, all of them at once")
    );

    private static readonly Row Channel = new(
        "channel-missing",
        "Channel {channel} doesn't show: {missing} missing, all its modules.",
        "Power off, pull the cords, wait until the standby light is dark. Reseat "
            + "{first}, the first module of the channel, until both latches click.",
        new("First module of the channel not seated", "it ends the lines of the channel, the others go with it"),
        new("Contact of that channel in the processor socket", "heat sink drawn down unevenly, or dust"),
        new("Channel switched off after an error", "the event log of the firmware tells")
    );

    private static readonly Row One = new(
        "module-missing",
        "{first} doesn't show: {missing} missing, one module.",
        "Power off, pull the cords, wait until the standby light is dark. Reseat {first} until both latches click.",
        new("Module not seated", "new or touched last, one latch open"),
        new("Module dead on arrival", "swap it with a neighbour: the fault goes with it"),
        new("Contact in the slot", "the fault stays with the slot")
    );

    private static readonly Row Several = new(
        "modules-missing",
        "{count} modules don't show: {missing} missing.",
        "Power off, pull the cords. Reseat {first}, start again, and go on one by one.",
        new("Modules not seated", "several were touched"),
        new("Modules the board refuses", "kind, rank or size not taken"),
        new("Contact in the processor socket", "slots of several channels of one socket")
    );

    private static readonly Row Size = new(
        "size-differs",
        "{first} shows {seen}, not {expected}.",
        "Power off, pull {first} and read its label: size, ranks and part number.",
        new("Another module is in this slot", "two were exchanged"),
        new("Chip density that board or processor knows only in part", "half the size shows"),
        new("Counterfeit or wrongly labelled module", "label and content differ")
    );

    private static readonly Row Slow = new(
        "rate-low",
        "Memory runs at {seen}, not {expected}. All sizes are right.",
        "Open the memory page of the set-up and look at the rate setting; set it to automatic, save, start again.",
        new("Rate fixed in the firmware set-up", "a setting from before the change"),
        new("A slower module among them", "read the rate of every slot in the listing"),
        new("Firmware older than the modules", "its table falls back to a safe rate")
    );

    private static readonly Row Fast = new(
        "rate-high",
        "Memory runs at {seen}, faster than the expected {expected}.",
        "Nothing to do with the hands. Note it, and run the memory test before handover.",
        new("The board's table is better than the sheet", "sheets are cautious"),
        new("An overclocking profile is active", "set it to automatic for a machine that must be reliable")
    );

    private static readonly Row Os = new(
        "os-total-low",
        "The system uses {seen} instead of {expected}, though the firmware shows every module.",
        "Look in the firmware set-up for memory remapping above 4 GiB and for the share of graphics; set remapping on.",
        new("Memory above 4 GiB is not remapped", "the device hole swallows it"),
        new("Graphics or firmware hold a larger share", "set-up, graphics memory"),
        new("A limit on the kernel's command line, or a 32-bit system", "uname -m, and mem= in the boot entry")
    );

    private static readonly Row OsHigh = new(
        "os-total-high",
        "The system shows {seen}, more than the expected {expected}.",
        "Read every slot of the listing again: one module is larger than planned, or was there already.",
        new("The machine held more than was recorded", "a place counted as empty was not"),
        new("Graphics hold less than before", "set-up, graphics memory")
    );

    private static readonly Row Total = new(
        "total-differs",
        "The firmware shows {seen} in all, not {expected}.",
        "Open the page that lists the slots one by one and answer those lines: they tell which module it is.",
        new("One module not seated", "the missing amount is the size of one module"),
        new("A mode that holds memory back", "mirroring or sparing is switched on"),
        new("A module of another size than planned", "read the labels")
    );

    private static readonly Row Errors = new(
        "test-errors",
        "The memory test found {seen}.",
        "Power off, pull the cords. Take out half of the modules as the fill order allows, test "
            + "again, and go on halving until one is left that fails. Hand over nothing before a clean pass.",
        new("One module is bad", "swap it with a neighbour: the fault goes with it"),
        new("Rate or timings at their edge", "an overclocking profile, or modules of two kinds: set to automatic and test again"),
        new("Heat, or a supply that sags", "errors only late in the pass")
    );

    private static readonly Row Counted = new(
        "errors-counted",
        "The error counters show {seen}{where}.",
        "Power off, pull the cords. Swap {first} with its neighbour, start "
            + "again, run the test, and read the counters: they start from zero.",
        new("The module is bad", "the count goes with it to the other slot"),
        new("Contact in the slot", "the count stays with the slot: reseat, blow the slot clean"),
        new("A single bit, once", "one corrected error that doesn't come back in a week is no fault")
    );

    private static readonly Row Drives = new(
        "drives-missing",
        "{what}: {seen} instead of {expected}.",
        "Push the newest drive of that size in again until its latch takes it. Stays it away, "
            + "put it into a bay that works: the fault goes with the drive or stays with the bay.",
        new("Drive not seated, or its tray bent", "touched last"),
        new("Its plug feeds 3.3 V to the power-disable pin", "the drive stays silent, others in the same place run"),
        new("Cable or port of that bay", "neighbours on the same cable are missing too"),
        new("The controller knows neither its size nor its sectors", "it shows in the controller's own page only")
    );

    private static readonly Row Modules = new(
        "drives-missing",
        "{what}: {seen} instead of {expected}.",
        "Power off, pull the cords. Take the newest module out, look at its "
            + "contacts, put it back until no gold shows, and fasten it; then look again.",
        new("Module not fully in, or its screw or latch not fastened", "touched last; it springs up at one end"),
        new("Place wired for another interface", "a key says what mates, not what works: compare with the sheet"),
        new("Slot of its carrier not divided", "only the first module of the carrier shows"),
        new("Another place took its lanes", "the sheet names what excludes what")
    );

    private static readonly Row SlowBenchmark = new(
        "benchmark-low",
        "{what}: {seen} instead of {expected}.",
        "See that nothing else runs on the array (no first pass, no rebuild), then measure each drive by itself before the set.",
        new("A first pass or a rebuild still runs", "the state of the array says so"),
        new("One drive is slower than its sheet", "measured alone, it stands out"),
        new("A link narrower than planned", "widths and generations in the listing of links"),
        new("The write cache is off, or the cache unit not charged", "writing is slow, reading is right"),
        new("Heat: flash throttles after some seconds", "quick at first, then a fraction of it")
    );

    private static readonly Row FastBenchmark = new(
        "benchmark-high",
        "{what}: {seen}, more than the links to the drives can carry ({expected}).",
        "Measure again with direct requests, or over several times the memory.",
        new("The machine's memory answered, not the drives", "the test was smaller than the memory"),
        new("Empty flash answers for blocks never written", "write the test file first")
    );

    private static readonly Row LinkRow = new(
        "link-low",
        "{what} shows {seen} instead of {expected}.",
        "Power off, pull the cords. Take the card out, wipe its contacts, "
            + "press it home; look under load, idle links rest at an older rate.",
        new("Card not fully seated, or dirty contacts", "narrower than planned"),
        new("Slot divided otherwise, or shared with another", "the set-up's page of the slot"),
        new("Rate held down by the firmware, a riser or a cable", "right width, older generation"),
        new("It rests while idle", "under load it goes up")
    );

    private static readonly Row ArrayRow = new(
        "array-differs",
        "{what} shows {seen} instead of {expected}.",
        "Open the page or status of the array and read its level and its members, one by one, against the plan. Create nothing anew.",
        new("A member is missing", "the state says degraded"),
        new("Another level was chosen", "the size fits that level"),
        new("The keeper rounds its drives down further", "a little less than expected, all members there")
    );

    private static readonly Row Part = new(
        "processor-differs",
        "{first} shows {seen}, not {expected}.",
        "Compare the firmware's version with the one the processor needs. Only "
            + "when it is new enough, take the heat sink off and read the engraving.",
        new("Firmware that doesn't know the processor", "it prints a general name"),
        new("Another part in the socket", "two were exchanged, or the box held something else")
    );

    private static readonly Row Air = new(
        "air-differs",
        "{what}: {seen}, not as it should be ({expected}).",
        "Power off, pull the cords. Seat every fan's plug, close every empty slot and bay, lay "
            + "the duct over its edges with no cable under it; then look again with the machine running.",
        new("A plug was not pushed home again", "touched while the machine was open"),
        new("A cable is caught in a fan or under the duct", "it turns by hand only with resistance"),
        new("The part is worn or was missing before", "compare with what was seen before the work")
    );

    private static readonly Row Other = new(
        "line-differs",
        "{what} shows {seen} instead of {expected}; no cause of its own is recorded for this line.",
        "Look at it once more; when it stays so, go back to the step that touched it."
    );

    /// <summary>Explains what deviates; empty when nothing does.</summary>
    /// <param name="after">What a capture showed; names the slots whose module has counted errors.</param>
    public static IReadOnlyList<Explanation> Of(
        MachineSheet sheet,
        Build planned,
        IReadOnlyList<ComparedLine> lines,
        Observation? after = null
    )
    {
        var deviating = lines.Where(l => l.State == LineState.Deviates).ToList();
        if (deviating.Count == 0)
            return [];
        var slots = deviating.Where(l => ExpectedMemory.SlotOf(l.Expected.Key) is not null).ToList();
        var missing = slots.Where(l => l.Value is 0).ToList();
        var explained = new List<Explanation>();
        if (missing.Count > 0)
            explained.Add(Missing(sheet, planned, lines, missing));
        foreach (var line in slots.Except(missing))
            explained.Add(
                Fill(
                    Size,
                    [line],
                    line.Expected.Places,
                    null,
                    ("first", Say.Place(line.Expected.Places[0])),
                    ("seen", line.Seen ?? "?"),
                    ("expected", line.Expected.Expected)
                )
            );
        foreach (var line in deviating.Where(l => ExpectedDrives.IsOne(l.Expected.Key)))
            explained.Add(
                Fill(
                    line.Expected.Unit == "TiB" ? ArrayRow
                        : line.Expected.Places.Count > 0 && line.Expected.Places.All(p => p.Kind == PlaceKind.M2) ? Modules
                        : Drives,
                    [line],
                    line.Expected.Places,
                    line.Expected.Why,
                    ("what", line.Expected.What),
                    ("seen", line.Seen ?? "something else"),
                    ("expected", line.Expected.Expected)
                )
            );
        foreach (var line in deviating.Where(l => ExpectedLinks.IsOne(l.Expected.Key)))
            explained.Add(
                Fill(
                    line.Expected.Key.StartsWith(ExpectedLinks.LinkPrefix, StringComparison.Ordinal) ? LinkRow
                        : line.Value > line.Expected.High ? FastBenchmark
                        : SlowBenchmark,
                    [line],
                    line.Expected.Places,
                    line.Expected.Why,
                    ("what", line.Expected.What),
                    ("seen", line.Seen ?? "something else"),
                    ("expected", line.Expected.Expected)
                )
            );
        foreach (
            var line in deviating.Where(l => l.Expected is { Named: not null, Places.Count: > 0 } && !ExpectedLinks.IsOne(l.Expected.Key))
        )
            explained.Add(
                Fill(
                    Part,
                    [line],
                    line.Expected.Places,
                    null,
                    ("first", Say.Place(line.Expected.Places[0])),
                    ("seen", line.Seen ?? "something else"),
                    ("expected", line.Expected.Expected)
                )
            );
        foreach (var line in deviating.Where(l => l.Expected.Key == ExpectedMemory.ErrorsKey))
        {
            Place[] at = [.. SeenErrors.Slots(sheet, after).Select(Place.Slot)];
            explained.Add(
                Fill(
                    Counted,
                    [line],
                    at,
                    null,
                    ("seen", line.Seen ?? "errors"),
                    ("where", at.Length == 0 ? "" : ", most at " + Say.Place(at[0])),
                    ("first", at.Length == 0 ? "the first module" : Say.Place(at[0]))
                )
            );
        }
        foreach (
            var line in deviating.Where(l =>
                l.Expected.Places.Count == 0
                && !ExpectedDrives.IsOne(l.Expected.Key)
                && !ExpectedLinks.IsOne(l.Expected.Key)
                && l.Expected.Key != ExpectedMemory.ErrorsKey
                && (explained.Count == 0 || !Follows(l))
            )
        )
            explained.Add(Alone(line));
        return explained;
    }

    /// <summary>Totals that are wrong because slots are wrong need no explanation of their own.</summary>
    private static bool Follows(ComparedLine line) => line.Expected.Key is ExpectedMemory.TotalKey or ExpectedMemory.OsKey;
}
