using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Processors;

/// <summary>Whether a processor can work in its socket: socket, the board's list, firmware, heat, company. What else changes with it comes
/// from the evaluation of everything else.</summary>
public static class ProcessorFit
{
    public static readonly Rule Socket = new(
        "CPU-SOCKET",
        Family.Processor,
        Severity.Stop,
        "{processor} is made for socket {its}; {place} {is|are} {board}.",
        "Another socket has other contacts, and often another outline.",
        "machine sheet and processor's sheet, socket",
        Basis.Sheet
    );

    public static readonly Rule Soldered = new(
        "CPU-SOLDERED",
        Family.Processor,
        Severity.Stop,
        "{place} {is|are} soldered: its processor can't be changed.",
        "It is part of the board.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule List = new(
        "CPU-LIST",
        Family.Processor,
        Severity.Care,
        "{processor} is not on the board's list.",
        "Firmware must know a processor: a part that fits the socket may still not start. The policy and what was logged decide.",
        "machine sheet, processors",
        Basis.Sheet
    );

    public static readonly Rule Revision = new(
        "CPU-REVISION",
        Family.Processor,
        Severity.Stop,
        "{processor} runs on board revision {needs} only; this one is {has}.",
        "Later revisions changed the supply or the firmware chip.",
        "machine sheet, processors",
        Basis.Sheet
    );

    public static readonly Rule Firmware = new(
        "CPU-FIRMWARE",
        Family.Processor,
        Severity.Stop,
        "{processor} needs firmware {needs}; {has} is installed. Update it with the old processor still in.",
        "Older firmware does not know the part and does not start with it, so it can't be updated afterwards either.",
        "machine sheet, processors",
        Basis.Sheet
    );

    public static readonly Rule FirmwareUnknown = new(
        "CPU-FIRMWARE-ASK",
        Family.Processor,
        Severity.Care,
        "{processor} needs firmware {needs}; which one is installed is not known.",
        "Older firmware does not start with it.",
        "machine sheet, processors",
        Basis.Sheet
    );

    public static readonly Rule Heat = new(
        "CPU-HEAT",
        Family.Processor,
        Severity.Stop,
        "{processor} gives off {watt} W; board and cooler at {place} carry {limit} W.",
        "Beyond its cooling a processor throttles all the time, and the board's regulators age or fail.",
        "machine sheet, heat limit; processor's sheet, thermal design power",
        Basis.Sheet
    );

    public static readonly Rule NotTold = new(
        "CPU-UNKNOWN",
        Family.Processor,
        Severity.Care,
        "Whether {processor} works in {place} is not known: {what} not told.",
        "Socket, firmware and heat must all be right; what is not known of them is not right by itself. The board's list tells them, or "
            + "its sheet and the part's.",
        "definition: not known is not the same as right",
        Basis.Standard
    );

    public static readonly Rule Company = new(
        "CPU-COUNT",
        Family.Processor,
        Severity.Stop,
        "{processor} works in at most {most} {sockets} together; {filled} are filled.",
        "The link between processors is left out of smaller parts.",
        "processor's sheet",
        Basis.Sheet
    );

    public static readonly Rule Pair = new(
        "CPU-PAIR",
        Family.Processor,
        Severity.Stop,
        "{one} and {two} hold different processors: {parts}.",
        "Several sockets want the same part in the same stepping; mixed ones do not start.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Lanes = new(
        "CPU-LANES",
        Family.Processor,
        Severity.Care,
        "{place}: {before} become {after}.",
        "Slots hang on the processor's lanes; with fewer or slower ones cards run narrower or not at all.",
        "processor's sheet, PCI Express",
        Basis.Sheet
    );

    public static readonly Rule Wakes = new(
        "CPU-WAKES",
        Family.Processor,
        Severity.Note,
        "{place} wakes {what}.",
        "Slots of an empty socket are dead; with a processor they count in every order of filling.",
        "machine sheet",
        Basis.Sheet
    );

    public static IEnumerable<Finding> Judge(PlanInput q)
    {
        foreach (var socket in q.Sheet.Sockets)
        {
            var place = Place.Socket(socket.Id);
            if (q.Changes.FirstOrDefault(c => c.Place == place) is not { } change)
                continue;
            if (socket.Soldered)
                yield return Finding.Of(Soldered, [place], null, ("place", Stated.At(place)));
            if (q.Planned.At(place)?.Processor is { } part)
                foreach (var finding in JudgeNew(q, socket, place, part, change.Out?.Processor))
                    yield return finding;
        }
        foreach (var finding in JudgeTogether(q))
            yield return finding;
    }

    private static IEnumerable<Finding> JudgeNew(PlanInput q, Socket socket, Place place, ProcessorSheet part, ProcessorSheet? before)
    {
        Place[] places = [place];
        var listed = q.Sheet.Processors.FirstOrDefault(p =>
            string.Equals(p.Name, part.Name, StringComparison.OrdinalIgnoreCase)
            && (p.Stepping is null || part.Stepping is null || p.Stepping == part.Stepping)
        );
        if (part.Socket is { } its && socket.Family is { } board && !its.Trim().Equals(board.Trim(), StringComparison.OrdinalIgnoreCase))
            yield return Finding.Of(
                Socket,
                places,
                null,
                ("processor", part.Name),
                ("its", its),
                ("place", Stated.At(place)),
                ("board", board)
            );
        else if (listed is null && q.Sheet.Processors.Count > 0 && PolicyTable.SeverityOf(q.Policy, Standing.FewOrMixed) is { } severity)
            yield return Finding.Of(List, places, null, ("processor", part.Name)) with
            {
                Severity = severity,
            };
        if (listed?.Revisions is { Count: > 0 } revisions && q.System.BoardRevision is { } has && !revisions.Contains(has))
            yield return Finding.Of(Revision, places, null, ("processor", part.Name), ("needs", Say.Words(revisions)), ("has", has));
        if ((listed?.Firmware ?? part.Firmware) is { } needs)
        {
            if (q.System.Firmware is not { } installed)
                yield return Finding.Of(FirmwareUnknown, places, null, ("processor", part.Name), ("needs", needs));
            else if (VersionOrder.Compare(installed, needs) < 0)
                yield return Finding.Of(
                    Firmware,
                    places,
                    Worked.Sum(Firmware.Source, new("installed", installed, true), new WorkedLine("needed", needs)),
                    ("processor", part.Name),
                    ("needs", needs),
                    ("has", installed)
                );
        }
        foreach (var finding in JudgeHeat(q, socket, place, part))
            yield return finding;
        if (listed is null && Untold(q.Sheet, socket, part) is { Count: > 0 } untold)
            yield return Finding.Of(
                NotTold,
                places,
                null,
                ("processor", part.Name),
                ("place", Stated.At(place)),
                ("what", Say.Words(untold) + (untold.Count == 1 ? " is" : " are"))
            );
        if (before is not null)
            foreach (var finding in Screens.Judge(q, place, part, before))
                yield return finding;
        if (before is not null && (part.Lanes < before.Lanes || part.Gen < before.Gen))
            yield return Finding.Of(
                Lanes,
                places,
                null,
                ("place", Stated.At(place)),
                ("before", LaneWords(before)),
                ("after", LaneWords(part))
            );
        if (before is null && Woken(q.Sheet, socket.Id) is { Length: > 0 } what)
            yield return Finding.Of(Wakes, places, null, ("place", Stated.At(place)), ("what", what));
    }

    private static IEnumerable<Finding> JudgeHeat(PlanInput q, Socket socket, Place place, ProcessorSheet part)
    {
        if (
            part.Watt is { } watt
            && socket.WattLimit is { } limit
            && watt > limit
            && PolicyTable.SeverityOf(q.Policy, Standing.FewOrMixed) is { } beyond
        )
            yield return Finding.Of(
                Heat,
                [place],
                Worked.Sum(
                    Heat.Source,
                    new("heat", $"{watt} > {limit} W", true),
                    new("processor", $"{watt} W"),
                    new("board and cooler", $"{limit} W")
                ),
                ("processor", part.Name),
                ("watt", watt),
                ("place", Stated.At(place)),
                ("limit", limit)
            ) with
            {
                Severity = beyond,
            };
    }

    /// <summary>What nobody told of a part that is not on the board's list: a list answers for socket, firmware and heat at once.</summary>
    private static List<string> Untold(MachineSheet sheet, Socket socket, ProcessorSheet part)
    {
        var what = new List<string>();
        if (part.Socket is null || socket.Family is null)
            what.Add(
                part.Socket is null && socket.Family is null ? "both sockets"
                : part.Socket is null ? "its socket"
                : "the board’s socket"
            );
        if (part.Watt is null || socket.WattLimit is null)
            what.Add(
                part.Watt is null && socket.WattLimit is { } limit ? $"its heat (board and cooler carry {limit} W)"
                : part.Watt is { } watt ? $"what heat board and cooler carry (it gives off {watt} W)"
                : "its heat and what board and cooler carry"
            );
        if (sheet.Processors.Count == 0)
            what.Add("which processors the board’s firmware knows");
        return what;
    }

    private static string LaneWords(ProcessorSheet p) =>
        $"{(p.Lanes is { } lanes ? $"{lanes} lanes" : "lanes")}{(p.Gen is { } gen ? $" of generation {gen}" : "")}";

    private static string Woken(MachineSheet sheet, string socket)
    {
        var memory = sheet.Channels.Where(c => c.Socket == socket).Sum(c => c.Slots.Count);
        // A root that bears the socket's name is the processor's own.
        var slots = sheet.Slots.Where(s => s.Root == socket).Select(s => s.Id).ToList();
        List<string> parts = [];
        if (memory > 0)
            parts.Add(Say.Count(memory, "memory slot", "memory slots"));
        if (slots.Count > 0)
            parts.Add(Say.Words(slots));
        return parts.Count == 0 ? "" : Say.Words(parts);
    }

    private static IEnumerable<Finding> JudgeTogether(PlanInput q)
    {
        var filled = q
            .Sheet.Sockets.Where(s => q.Planned.At(Place.Socket(s.Id))?.Processor is not null)
            .Select(s => (Place: Place.Socket(s.Id), Part: q.Planned.At(Place.Socket(s.Id))!.Processor!))
            .ToList();
        if (filled.Count < 2)
            yield break;
        foreach (var (place, part) in filled)
            if (part.MostSockets is { } most && filled.Count > most)
                yield return Finding.Of(
                    Company,
                    [place],
                    Worked.Against(Company.Source, ("sockets filled", $"{filled.Count}"), ">", ("sockets it works in", $"{most}")),
                    ("processor", part.Name),
                    ("most", most),
                    ("sockets", most == 1 ? "socket" : "sockets"),
                    ("filled", filled.Count)
                );
        var first = filled[0];
        var other = filled
            .Skip(1)
            .FirstOrDefault(f =>
                f.Part.Name != filled[0].Part.Name || (f.Part.Stepping is { } s && filled[0].Part.Stepping is { } t && s != t)
            );
        if (other.Part is not null)
            yield return Finding.Of(
                Pair,
                [first.Place, other.Place],
                null,
                ("one", Stated.At(first.Place)),
                ("two", Stated.At(other.Place)),
                ("parts", Say.Words([Named(first.Part), Named(other.Part)]))
            );
    }

    private static string Named(ProcessorSheet p) => p.Stepping is { } s ? $"{p.Name} stepping {s}" : p.Name;
}

/// <summary>Order of versions as makers print them: numbers compare as numbers, "1.9" before "1.10".</summary>
public static class VersionOrder
{
    public static int Compare(string a, string b)
    {
        var (x, y) = (Parts(a), Parts(b));
        for (var i = 0; i < Math.Max(x.Count, y.Count); i++)
        {
            if (i >= x.Count)
                return -1;
            if (i >= y.Count)
                return 1;
            var numbers = long.TryParse(x[i], out var m) & long.TryParse(y[i], out var n);
            var order = numbers ? m.CompareTo(n) : string.Compare(x[i], y[i], StringComparison.OrdinalIgnoreCase);
            if (order != 0)
                return order;
        }
        return 0;
    }

    private static List<string> Parts(string version) =>
        [.. System.Text.RegularExpressions.Regex.Matches(version, @"\d+|[A-Za-z]+").Select(m => m.Value)];
}
