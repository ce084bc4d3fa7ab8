using Irvak.Core.Contracts;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Survey;

/// <summary>The five answers that make a board usable without a sheet. What is not answered stays unknown.</summary>
/// <param name="Name">What to call the machine.</param>
/// <param name="Kind">1 · generation and form of the memory.</param>
/// <param name="Channels">2 · slots per channel, such as "2 2 1 1"; channels of a second socket after a bar.</param>
/// <param name="Types">3 · module types it takes.</param>
/// <param name="RateMTs">4 · top rate of the board.</param>
/// <param name="TotalLimitGiB">5 · largest total on the maker's sheet.</param>
public sealed record FiveAnswers(
    string Name,
    MemoryGeneration? Kind,
    ModuleForm? Form,
    string Channels,
    IReadOnlyList<ModuleType>? Types,
    int? RateMTs,
    int? TotalLimitGiB
)
{
    /// <summary>Names printed beside the memory slots, in the order of the channels; null for A1, A2, B1 …</summary>
    public string? SlotNames { get; init; }

    /// <summary>Drive bays, numbered from 1; null where nobody told.</summary>
    public int? Bays { get; init; }

    /// <summary>Case of the drives in them: 3.5 or 2.5.</summary>
    public string? BayForm { get; init; }

    /// <summary>What the bays speak: SATA, SAS or NVMe; null where nobody told.</summary>
    public string? BayBus { get; init; }

    /// <summary>Lanes of each card slot in their order, such as "16 8 8 4"; named S1, S2 …</summary>
    public string? Slots { get; init; }

    /// <summary>Their generation, 1 to 6.</summary>
    public int? SlotGen { get; init; }

    /// <summary>full or low; null where nobody told.</summary>
    public string? SlotHeight { get; init; }

    /// <summary>M.2 places, named M1, M2 …</summary>
    public int? M2 { get; init; }

    /// <summary>How they are wired: sata, nvme or both.</summary>
    public string? M2Wired { get; init; }

    /// <summary>PCI Express lanes of each, 1, 2 or 4; null where nobody told.</summary>
    public int? M2Lanes { get; init; }

    /// <summary>Family of the processor sockets, as frame or manual name it; null where nobody told.</summary>
    public string? SocketFamily { get; init; }

    /// <summary>True when the processor is soldered; null where nobody told.</summary>
    public bool? Soldered { get; init; }

    /// <summary>Most heat that board and cooler carry, W; null where nobody told.</summary>
    public int? SocketWatts { get; init; }
}

/// <summary>Drafts a machine sheet where the shelf has none.</summary>
public static class SheetDraft
{
    private const string Letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";

    /// <summary>A draft from five answers; the problem with its path when the slots can't be read.</summary>
    public static (MachineSheet? Sheet, SheetProblem? Problem) From(FiveAnswers answers)
    {
        if (string.IsNullOrWhiteSpace(answers.Name))
            return (null, new("/name", "A machine needs a name."));
        if (answers.Name.Length > 120)
            return (null, new("/name", "A name is at most 120 characters long."));
        var (bays, noBays) = DraftPlaces.Bays(answers);
        var (slots, noSlots) = DraftPlaces.Slots(answers);
        var (m2, noM2) = DraftPlaces.M2(answers);
        if ((noBays ?? noSlots ?? noM2 ?? DraftPlaces.SocketProblem(answers)) is { } wrong)
            return (null, wrong);
        var sockets = (answers.Channels ?? "").Split('|', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (sockets.Length == 0 && bays.Count + slots.Count + m2.Count > 0)
            sockets = [""];
        if (sockets.Length is 0 or > 8)
            return (null, new("/channels", "Write the slots of each channel, such as 2 2 1 1; a second socket after a bar: 2 2 | 2 2."));
        var channels = new List<Channel>();
        for (var s = 0; s < sockets.Length; s++)
            foreach (var word in sockets[s].Split([' ', ',', '+'], StringSplitOptions.RemoveEmptyEntries))
            {
                if (!int.TryParse(word, out var count) || count is < 1 or > 4)
                    return (null, new("/channels", $"“{word}” is no number of slots: a channel has 1 to 4.{Apart(word)}"));
                if (channels.Count == Letters.Length)
                    return (null, new("/channels", $"More than {Letters.Length} channels."));
                var letter = Letters[channels.Count].ToString();
                channels.Add(
                    new Channel(letter, SocketName(s, sockets.Length), [.. Enumerable.Range(1, count).Select(n => $"{letter}{n}")])
                );
            }
        if (Named(channels, answers.SlotNames) is var (named, misnamed) && misnamed is not null)
            return (null, new("/slotNames", misnamed));
        var sheet = new MachineSheet
        {
            Id = "draft",
            Name = answers.Name.Trim(),
            Draft = true,
            // A board whose memory nobody told of is drafted without one: what is not there is asked of nobody.
            Sockets = channels.Count == 0 ? [] : DraftPlaces.Sockets(answers, [.. sockets.Select((_, i) => SocketName(i, sockets.Length))]),
            Channels = named,
            Bays = bays,
            Slots = slots,
            M2 = m2,
            Memory = new MemoryBoard
            {
                Generation = answers.Kind,
                Form = answers.Form,
                Types = answers.Types is { Count: > 0 } t ? t : null,
                RateLimitMTs = answers.RateMTs,
                TotalLimitGiB = answers.TotalLimitGiB,
            },
        };
        return SheetCheck.Check(sheet) is [var first, ..] ? (null, first) : (sheet, null);
    }

    /// <summary>The channels with the names that are printed beside their slots; a sentence where they don't come out even.</summary>
    private static (IReadOnlyList<Channel> Channels, string? Problem) Named(List<Channel> channels, string? line)
    {
        if (string.IsNullOrWhiteSpace(line) || channels.Count == 0)
            return (channels, null);
        var (groups, problem) = PrintedNames.Read(line);
        if (problem is not null)
            return (channels, problem);
        var sockets = channels.GroupBy(c => c.Socket).Select(g => g.Sum(c => c.Slots.Count)).ToList();
        // Without bars the names go on from one processor to the next.
        if (groups.Count == 1)
            sockets = [sockets.Sum()];
        if (groups.Count != sockets.Count)
            return (channels, $"{Say.Count(sockets.Count, "processor", "processors")}, and names for {groups.Count}: a bar between them.");
        for (var i = 0; i < sockets.Count; i++)
            if (groups[i].Count != sockets[i])
                return (
                    channels,
                    $"{Say.Count(sockets[i], "slot", "slots")}{(sockets.Count > 1 ? $" of processor {i + 1}" : "")}, "
                        + $"and {Say.Count(groups[i].Count, "name", "names")}."
                );
        var names = new Queue<string>(groups.SelectMany(g => g));
        return ([.. channels.Select(c => c with { Slots = [.. c.Slots.Select(_ => names.Dequeue())] })], null);
    }

    /// <summary>Figures of several channels in a row, such as 22: whoever wrote them meant a space between.</summary>
    private static string Apart(string word) =>
        word.Length > 1 && word.All(c => c is >= '1' and <= '4')
            ? $" For {word.Length} channels write {string.Join(' ', word.AsEnumerable())}."
            : "";

    private static string SocketName(int index, int of) => of == 1 ? "CPU" : $"CPU {index + 1}";

    /// <summary>A draft from a capture; null when it shows no memory device.</summary>
    public static MachineSheet? From(Observation seen)
    {
        if (seen.Devices.Count == 0)
            return null;
        var main = seen.Arrays.Where(a => a.IsSystemMemory).Select(a => a.Handle).ToHashSet();
        // Flash and cache arrays list devices too; only system memory has slots for modules.
        var ours = seen.Devices.Where(d => main.Count == 0 || d.ArrayHandle is null || main.Contains(d.ArrayHandle)).ToList();
        // A listing whose modules name an array that it does not hold still tells of the modules.
        var devices = (ours.Count > 0 ? ours : seen.Devices).Take(SheetCheck.MostSlots).ToList();
        var sockets = SocketsOf(seen);
        var parts = devices.Select(LocatorName.Read).ToList();
        var letters = parts.Select(p => p.Channel).OfType<string>().Distinct().Order(StringComparer.Ordinal).ToList();
        // With two processors and two letters the letters are likelier the processors': which slots share a channel is then not told.
        if (sockets.Count > 1 && letters.Count == sockets.Count && parts.All(p => p is { Socket: null, Channel: not null }))
            parts = [.. parts.Select(p => new LocatorParts(letters.IndexOf(p.Channel!) + 1, null, p.Index))];
        var known =
            devices.Count == 1
            || (
                parts.All(p => p.Channel is not null && (p.Socket ?? 1) <= sockets.Count)
                && parts.GroupBy(p => (p.Socket, p.Channel)).All(g => g.Count() <= MostPerChannel)
            );
        var names = NamesOf(devices);
        var modules = devices.Select(d => d.Module).OfType<ModuleSheet>().ToList();
        var taken = names.Concat(sockets.Select(s => s.Id)).ToHashSet(StringComparer.Ordinal);
        return new MachineSheet
        {
            Id = "draft",
            Chassis = ChassisTypes.Of(seen),
            Battery = BatteriesOf(seen, taken),
            Slots = SlotsOf(seen, taken),
            Bays = BaysOf(seen, taken),
            Maker = seen.Maker,
            Name = seen.Product ?? "Machine without a name",
            Draft = true,
            Sockets = sockets,
            Channels = known ? ChannelsOf(parts, names, sockets, devices) : Unknown(parts, names, sockets),
            Memory = new MemoryBoard
            {
                Generation = modules.Select(m => m.Generation).FirstOrDefault(g => g is not null),
                Form = modules.Select(m => m.Form).FirstOrDefault(f => f is not null),
                // A type that runs is taken; others may be too, so the answer is asked when nothing runs.
                Types = modules.Select(m => m.Type).OfType<ModuleType>().Distinct().ToList() is { Count: > 0 } types ? types : null,
                TotalLimitGiB =
                    seen.Arrays.Where(a => a.IsSystemMemory && a.MaximumGiB is > 0).Sum(a => a.MaximumGiB!.Value) is var max && max > 0
                        ? max
                        : null,
                ChannelsKnown = known,
            },
        };
    }

    /// <summary>A draft that knew no bays, with those that a later capture names; null where it tells none, or the sheet has
    /// some.</summary>
    public static MachineSheet? WithBays(MachineSheet sheet, Observation seen) =>
        sheet is { Draft: true, Bays.Count: 0 }
        && BaysOf(seen, SheetPlaces.All(sheet).Select(p => p.Name).ToHashSet(StringComparer.Ordinal)) is { Count: > 0 } bays
            ? sheet with
            {
                Bays = bays,
            }
            : null;

    /// <summary>Packs of the machine itself; one without a name is called by what it is.</summary>
    private static List<BatteryPack> BatteriesOf(Observation seen, HashSet<string> taken) =>
        [
            .. seen
                .Batteries.Select(
                    (b, i) =>
                        (
                            b.Wh,
                            Name: b.Name?.Trim() is { Length: > 0 and <= 40 } name ? name
                            : i == 0 ? "Battery"
                            : $"Battery {i + 1}"
                        )
                )
                .Where(b => taken.Add(b.Name))
                .Select(b => new BatteryPack(b.Name, b.Wh)),
        ];

    /// <summary>Card slots as the firmware lists them; their width as a socket is at least what is wired.</summary>
    private static List<ExpansionSlot> SlotsOf(Observation seen, HashSet<string> taken) =>
        [
            .. seen
                .Slots.Where(s => s.Name.Trim().Length is > 0 and <= 40 && taken.Add(s.Name.Trim()))
                .Take(32)
                .Select(s =>
                    s.Gen is null && s.Width is null
                        ? new ExpansionSlot(s.Name.Trim(), 0, 0, 0, Bus: CardBus.Pci)
                        : new ExpansionSlot(s.Name.Trim(), Lanes(s.Width), Lanes(s.Width), s.Gen ?? 3)
                ),
            // Where the firmware lists no slots, the ports that carry a slot's number tell of them.
            .. seen.Slots.Count > 0
                ? []
                : seen
                    .Pci.Where(p => p is { IsBridge: true, Slot: not null } && taken.Add("S" + p.Slot))
                    .Take(32)
                    .Select(p => new ExpansionSlot(
                        "S" + p.Slot,
                        Lanes(p.WidthMost),
                        Lanes(p.WidthMost),
                        p.GenMost is >= 1 and <= 6 ? p.GenMost.Value : 3
                    )),
        ];

    // No board has more slots in a channel; more of one letter are slots of several. Common practice, no source.
    private const int MostPerChannel = 3;

    /// <summary>Slots whose channels are not told, by the processor that their names tell.</summary>
    private static List<Channel> Unknown(List<LocatorParts> parts, List<string> names, List<Socket> sockets) =>
        sockets.Count > 1 && parts.All(p => p.Socket is >= 1 && p.Socket <= sockets.Count)
            ?
            [
                .. parts
                    .Select((p, i) => (p.Socket, Name: names[i]))
                    .GroupBy(p => p.Socket!.Value)
                    .OrderBy(g => g.Key)
                    .Select(g => new Channel($"?{g.Key}", sockets[g.Key - 1].Id, [.. g.Select(p => p.Name)])),
            ]
            : [new Channel("?", sockets[0].Id, names)];

    private static int Lanes(int? width) => width is 1 or 2 or 4 or 8 or 12 or 16 ? width.Value : 1;

    /// <summary>Bays that a controller or the management page names; a plain listing of drives names none.</summary>
    private static List<BayGroup> BaysOf(Observation seen, HashSet<string> taken)
    {
        var named = seen
            .Drives.Where(d => d.Bay is { } bay && bay.Trim().Length is > 0 and <= 40 && taken.Add(bay.Trim()))
            .Take(128)
            .ToList();
        if (named.Count == 0)
            return [];
        var bus = string.Join(
            ", ",
            named
                .Select(d => d.Transport)
                .OfType<string>()
                .Distinct()
                .Order(StringComparer.Ordinal)
                .Select(t => t == "nvme" ? "NVMe" : t.ToUpperInvariant())
        );
        var form = named.Any(d => d.Form == "3.5" || (d.Form is null && d.Rotational is true)) ? "3.5" : "2.5";
        return
        [
            new BayGroup(
                "front",
                form,
                "upright",
                [.. named.Select(d => d.Bay!.Trim())],
                Math.Min(named.Count, 12),
                bus.Length == 0 ? "not known" : bus
            ),
        ];
    }

    // Boards hold up to eight. Common practice, no source.
    private const int MostSockets = 8;

    private static List<Socket> SocketsOf(Observation seen)
    {
        var names = seen
            .Processors.Select((p, i) => string.IsNullOrWhiteSpace(p.Designation) ? $"CPU {i + 1}" : p.Designation.Trim())
            .ToList();
        // A virtual machine lists a processor for each of its cores: one place stands for them all.
        if (names.Count > MostSockets && seen.Processors.Select(p => p.Version).Distinct().Count() == 1)
            names = ["CPU"];
        if (names.Count == 0)
            names.Add("CPU");
        return [.. names.Select((n, i) => new Socket(names.Take(i).Contains(n) ? $"{n} {i + 1}" : n))];
    }

    private static List<string> NamesOf(List<SeenDevice> devices)
    {
        var locators = devices.Select(d => string.IsNullOrWhiteSpace(d.Locator) ? "" : d.Locator.Trim()).ToList();
        if (locators.Any(l => l.Length == 0) || locators.Distinct(StringComparer.OrdinalIgnoreCase).Count() < locators.Count)
            locators = [.. devices.Select(LocatorName.Whole)];
        if (locators.Any(l => l.Length == 0) || locators.Distinct(StringComparer.OrdinalIgnoreCase).Count() < locators.Count)
            locators = [.. devices.Select((_, i) => $"slot {i + 1}")];
        return locators;
    }

    /// <summary>Names tell the channels; which slot of one comes first is seen where only one is filled, for the machine runs so.</summary>
    private static List<Channel> ChannelsOf(List<LocatorParts> parts, List<string> names, List<Socket> sockets, List<SeenDevice> devices)
    {
        var rows = parts
            .Select(
                (p, i) =>
                    (
                        Socket: sockets[Math.Min(sockets.Count, p.Socket ?? 1) - 1].Id,
                        Channel: p.Channel ?? "A",
                        p.Index,
                        Name: names[i],
                        At: i
                    )
            )
            .ToList();
        var groups = rows.GroupBy(r => (r.Socket, r.Channel)).OrderBy(g => g.Min(r => r.At)).ToList();
        var repeats = groups.Select(g => g.Key.Channel).Distinct().Count() < groups.Count;
        return
        [
            .. groups.Select(g => new Channel(
                repeats ? $"{sockets.FindIndex(s => s.Id == g.Key.Socket) + 1}{g.Key.Channel}" : g.Key.Channel,
                g.Key.Socket,
                [.. g.OrderBy(r => devices[r.At].SizeMiB is > 0 ? 0 : 1).ThenBy(r => r.Index ?? r.At).Select(r => r.Name)]
            )),
        ];
    }
}
