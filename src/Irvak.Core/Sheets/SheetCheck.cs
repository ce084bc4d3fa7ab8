using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What is wrong with a machine sheet, each with its path; empty when it can be used.</summary>
public static class SheetCheck
{
    /// <summary>More slots than any board has; keeps evaluation bounded.</summary>
    public const int MostSlots = 256;

    /// <summary>More places of all kinds than any machine has.</summary>
    public const int MostPlaces = 512;

    private static readonly int[] Widths = [1, 2, 4, 8, 12, 16];
    private static readonly string[] Stances = ["flat", "upright", "drawer", "top", "caddy"];
    private static readonly string[] Forms = ["2.5", "3.5", "5.25", "u.2", "e1.s", .. PortMedia.Forms];
    private static readonly string[] Keys = ["M", "B", "E", "msata"];

    public static IReadOnlyList<SheetProblem> Check(MachineSheet sheet) => Contracts.Contract.With(sheet, () => Own(sheet));

    private static List<SheetProblem> Own(MachineSheet sheet)
    {
        var problems = new List<SheetProblem>();
        if (sheet.Format != MachineSheet.CurrentFormat)
            problems.Add(new("/format", $"This sheet says \"{sheet.Format}\"; only {MachineSheet.CurrentFormat} is read here."));
        if (string.IsNullOrWhiteSpace(sheet.Name))
            problems.Add(new("/name", "A machine needs a name."));
        else if (sheet.Name.Length > 120)
            problems.Add(new("/name", "A name is at most 120 characters long."));
        var places = SheetPlaces.All(sheet).Take(MostPlaces + 1).Count();
        if (places == 0)
            problems.Add(new("/sockets", "A machine has at least one place: a socket, a slot or a bay."));
        if (places > MostPlaces)
            problems.Add(new("/bays", $"More than {MostPlaces} places."));
        if (sheet.Channels.Count > 0 && sheet.Sockets.Count == 0)
            problems.Add(new("/sockets", "Memory needs a processor socket to belong to."));
        if (sheet.Sockets.Count > 0 && sheet.Channels.Count == 0)
            problems.Add(new("/channels", "A board has at least one memory channel."));
        CheckNames(sheet, problems);
        CheckChannels(sheet, problems);
        CheckMemory(sheet, problems);
        CheckRoots(sheet, problems);
        CheckSlots(sheet, problems);
        CheckBays(sheet, problems);
        CheckBoards(sheet, problems);
        CheckPower(sheet, problems);
        problems.AddRange(ListCheck.Of(sheet));
        return problems;
    }

    /// <summary>Every name once, whatever it names: M1 the module slot and M1 the M.2 place would be mistaken for each other at the
    /// machine.</summary>
    private static void CheckNames(MachineSheet sheet, List<SheetProblem> problems)
    {
        var seen = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var (path, name) in Names(sheet))
        {
            if (string.IsNullOrWhiteSpace(name))
                problems.Add(new(path, "A place needs a name."));
            else if (name.Length > 40)
                problems.Add(new(path, "A name of a place is at most 40 characters long."));
            else if (!seen.TryAdd(name, path))
                problems.Add(new(path, $"The name {name} stands twice in this sheet, here and at {seen[name]}."));
        }
    }

    private static IEnumerable<(string Path, string Name)> Names(MachineSheet sheet) =>
        [
            .. sheet.Sockets.Select((s, i) => ($"/sockets/{i}/id", s.Id)),
            .. sheet.Channels.SelectMany((c, i) => c.Slots.Select((s, j) => ($"/channels/{i}/slots/{j}", s))),
            .. sheet.Slots.Select((s, i) => ($"/slots/{i}/id", s.Id)),
            .. sheet.M2.Select((m, i) => ($"/m2/{i}/id", m.Id)),
            .. sheet.Boards.Select((b, i) => ($"/boards/{i}/id", b.Id)),
            .. sheet.Bays.SelectMany((g, i) => g.Names.Select((n, j) => ($"/bays/{i}/names/{j}", n))),
            .. sheet.Supplies.Select((s, i) => ($"/supplies/{i}/id", s.Id)),
            .. sheet.Battery.Select((b, i) => ($"/battery/{i}/id", b.Id)),
        ];

    private static void CheckChannels(MachineSheet sheet, List<SheetProblem> problems)
    {
        var sockets = sheet.Sockets.Select(s => s.Id).ToHashSet();
        for (var c = 0; c < sheet.Channels.Count; c++)
        {
            var channel = sheet.Channels[c];
            if (!sockets.Contains(channel.Socket))
                problems.Add(
                    new($"/channels/{c}/socket", $"Channel {channel.Id} belongs to \"{channel.Socket}\", which is no socket of this sheet.")
                );
            if (channel.Slots.Count == 0)
                problems.Add(new($"/channels/{c}/slots", $"Channel {channel.Id} has no slot."));
        }
        if (sheet.Channels.Sum(c => c.Slots.Count) > MostSlots)
            problems.Add(new("/channels", $"More than {MostSlots} slots."));
        if (sheet.Map is not { } map)
            return;
        var known = sockets.Concat(sheet.Channels.SelectMany(c => c.Slots)).ToHashSet();
        var drawn = new HashSet<string>();
        for (var r = 0; r < map.Memory.Count; r++)
        for (var i = 0; i < map.Memory[r].Count; i++)
            if (!known.Contains(map.Memory[r][i]))
                problems.Add(new($"/map/memory/{r}/{i}", $"{map.Memory[r][i]} is no slot and no socket of this sheet."));
            else if (!drawn.Add(map.Memory[r][i]))
                problems.Add(new($"/map/memory/{r}/{i}", $"{map.Memory[r][i]} is drawn twice."));
        if (known.Except(drawn).FirstOrDefault() is { } left && map.Memory.Count > 0)
            problems.Add(new("/map/memory", $"{left} is missing from the map."));
    }

    private static void CheckMemory(MachineSheet sheet, List<SheetProblem> problems)
    {
        var board = sheet.Memory;
        var slots = sheet.Channels.SelectMany(c => c.Slots).ToHashSet();
        for (var i = 0; i < (board.FillOrder?.Count ?? 0); i++)
            if (!slots.Contains(board.FillOrder![i]))
                problems.Add(new($"/memory/fillOrder/{i}", $"{board.FillOrder[i]} is no slot of this sheet."));
            else if (board.FillOrder.Take(i).Contains(board.FillOrder[i]))
                problems.Add(new($"/memory/fillOrder/{i}", $"{board.FillOrder[i]} stands in the order twice."));
            else if (
                sheet.Channels.First(c => c.Slots.Contains(board.FillOrder[i])) is var channel
                && channel.Slots.TakeWhile(s => s != board.FillOrder[i]).FirstOrDefault(s => !board.FillOrder.Take(i).Contains(s))
                    is { } first
            )
                problems.Add(
                    new(
                        $"/memory/fillOrder/{i}",
                        $"{board.FillOrder[i]} comes before {first}, which channel "
                            + $"{channel.Id} names first: put right the one or the other."
                    )
                );
        if (board.InterleaveWays is { } ways && ways.Any(w => w is < 1 or > 64))
            problems.Add(new("/memory/interleaveWays", "A controller spreads over 1 to 64 channels."));
        for (var i = 0; i < (board.Rates?.Count ?? 0); i++)
            if (board.Rates![i] is { RateMTs: < 200 or > 20_000 } or { PerChannel: < 1 or > 8 })
                problems.Add(
                    new(
                        $"/memory/rates/{i}",
                        "A row of the rate table names 1 to 8 modules per channel and a rate between 200 and 20 000 MT/s."
                    )
                );
        foreach (
            var (path, value) in new[] { ("/memory/slotLimitGiB", board.SlotLimitGiB), ("/memory/totalLimitGiB", board.TotalLimitGiB) }
        )
            if (value is < 1 or > 1_048_576)
                problems.Add(new(path, "A limit is a whole number of GiB, 1 or more."));
        if (board.RateLimitMTs is < 200 or > 20_000)
            problems.Add(new("/memory/rateLimitMTs", "A rate lies between 200 and 20 000 MT/s."));
    }

    /// <summary>Controllers with fewer ports than bays, levels that no firmware of a board makes, and arrays of what keeps none.</summary>
    private static void CheckBoards(MachineSheet sheet, List<SheetProblem> problems)
    {
        for (var i = 0; i < sheet.Boards.Count; i++)
        {
            // Behind an expander or port multiplier bays share a cable: their root is that board.
            var behind = sheet.Bays.Where(b => b.Root == sheet.Boards[i].Id && b.Expander != true).Sum(b => b.Names.Count);
            if (sheet.Boards[i] is { What: BoardKind.Controller, Ports: { } ports } && behind > ports)
                problems.Add(new($"/boards/{i}/ports", $"{sheet.Boards[i].Id} has {ports} ports, and {behind} bays hang on it."));
            if (sheet.Boards[i].Raid is not { } raid)
                continue;
            if (sheet.Boards[i].What != BoardKind.Controller)
                problems.Add(new($"/boards/{i}/raid", $"{sheet.Boards[i].Id} is no controller: it keeps no arrays."));
            foreach (var (path, levels) in new[] { ("levels", raid.Levels ?? []), ("trimLevels", raid.TrimLevels ?? []) })
                for (var j = 0; j < levels.Count; j++)
                    if (!BoardRaid.AnyLevels.Contains(levels[j]))
                        problems.Add(
                            new(
                                $"/boards/{i}/raid/{path}/{j}",
                                $"{levels[j]} is no level of a board’s firmware: {string.Join(", ", BoardRaid.AnyLevels)}."
                            )
                        );
            for (var j = 0; j < raid.TrimFrom.Count; j++)
                if (raid.TrimLevels?.Contains(raid.TrimFrom[j].Level) != true)
                    problems.Add(
                        new(
                            $"/boards/{i}/raid/trimFrom/{j}/level",
                            $"TRIM at level {raid.TrimFrom[j].Level} from a version on: the level is missing among those that TRIM passes."
                        )
                    );
                else if (!FirmwareVersion.IsOne(raid.TrimFrom[j].Firmware))
                    problems.Add(
                        new($"/boards/{i}/raid/trimFrom/{j}/firmware", "A version has numbers with points between them, such as 11.2.")
                    );
        }
    }

    private static void CheckRoots(MachineSheet sheet, List<SheetProblem> problems)
    {
        var roots = new Dictionary<string, LaneRoot>();
        for (var i = 0; i < sheet.Roots.Count; i++)
        {
            var root = sheet.Roots[i];
            if (!roots.TryAdd(root.Id, root))
                problems.Add(new($"/roots/{i}/id", $"The root {root.Id} stands twice."));
            if (root.Lanes is < 0 or > 256)
                problems.Add(new($"/roots/{i}/lanes", "A root has 0 to 256 lanes."));
            if (root.UplinkLanes is < 1 or > 64)
                problems.Add(new($"/roots/{i}/uplinkLanes", "An uplink has 1 to 64 lanes."));
            if (root.UplinkGen is < 1 or > 6)
                problems.Add(new($"/roots/{i}/uplinkGen", "A generation of PCI Express is 1 to 6."));
            if (root.Gen is < 1 or > 6)
                problems.Add(new($"/roots/{i}/gen", "A generation of PCI Express is 1 to 6."));
        }
        for (var i = 0; i < sheet.Roots.Count; i++)
        {
            if (sheet.Roots[i].Uplink is not { } up)
                continue;
            if (!roots.ContainsKey(up))
            {
                problems.Add(new($"/roots/{i}/uplink", $"\"{up}\" is no root of this sheet."));
                continue;
            }
            var at = sheet.Roots[i];
            for (var steps = 0; at.Uplink is { } next && roots.TryGetValue(next, out var above); at = above)
                if (++steps > sheet.Roots.Count)
                {
                    problems.Add(new($"/roots/{i}/uplink", $"The uplinks of {sheet.Roots[i].Id} run in a circle."));
                    return;
                }
        }
    }

    private static void CheckSlots(MachineSheet sheet, List<SheetProblem> problems)
    {
        for (var i = 0; i < sheet.Slots.Count; i++)
        {
            var slot = sheet.Slots[i];
            var pcie = slot.Bus is null or CardBus.Pcie or CardBus.Ocp;
            if (pcie && !Widths.Contains(slot.Mech))
                problems.Add(new($"/slots/{i}/mech", $"{slot.Id} can't be {slot.Mech} lanes wide; slots are 1, 4, 8 or 16 wide."));
            if (pcie && slot.Gen is < 1 or > 6)
                problems.Add(new($"/slots/{i}/gen", "A generation of PCI Express is 1 to 6."));
            if (slot.Elec < 0 || (pcie && slot.Elec > slot.Mech))
                problems.Add(new($"/slots/{i}/elec", $"{slot.Id} can't have {slot.Elec} lanes wired in a slot of {slot.Mech}."));
            for (var s = 0; s < (slot.Splits?.Count ?? 0); s++)
                if (slot.Splits![s].Count == 0 || slot.Splits[s].Any(w => w < 1) || slot.Splits[s].Sum(w => (long)w) != slot.Elec)
                    problems.Add(
                        new(
                            $"/slots/{i}/splits/{s}",
                            $"A split of {slot.Id} shares out its {slot.Elec} lanes; "
                                + $"{string.Join(" + ", slot.Splits[s])} does not sum to that."
                        )
                    );
            if (slot.Root is { } of && !Feeds(sheet, of))
                problems.Add(new($"/slots/{i}/root", $"{slot.Id} hangs on \"{of}\", which is no root of this sheet."));
            if (slot.Root is null && sheet.Roots.Count > 0)
                problems.Add(new($"/slots/{i}/root", $"{slot.Id} hangs on no root, and this sheet names some."));
            if (slot.Watt is < 0 or > 1_000)
                problems.Add(new($"/slots/{i}/watt", "A slot gives 0 to 1000 W."));
        }
        CheckExclusions(sheet, problems);
        CheckM2(sheet, problems);
    }

    private static void CheckExclusions(MachineSheet sheet, List<SheetProblem> problems)
    {
        var places = SheetPlaces.All(sheet).Select(p => p.Name).ToHashSet();
        if (Circle(sheet.Exclusions) is { } circle)
            problems.Add(
                new($"/exclusions/{circle.At}", $"The exclusions go in a circle: {circle.Way}. One of these places must come first.")
            );
        for (var i = 0; i < sheet.Exclusions.Count; i++)
        {
            if (sheet.Exclusions[i].Lanes is < 0 or > 16)
                problems.Add(new($"/exclusions/{i}/lanes", "0 to 16 lanes are left."));
            if (!places.Contains(sheet.Exclusions[i].When))
                problems.Add(new($"/exclusions/{i}/when", $"{sheet.Exclusions[i].When} is no place of this sheet."));
            if (!places.Contains(sheet.Exclusions[i].Then))
                problems.Add(new($"/exclusions/{i}/then", $"{sheet.Exclusions[i].Then} is no place of this sheet."));
            if (sheet.Exclusions[i].When == sheet.Exclusions[i].Then)
                problems.Add(new($"/exclusions/{i}/then", $"{sheet.Exclusions[i].Then} can't exclude itself."));
        }
    }

    private static void CheckM2(MachineSheet sheet, List<SheetProblem> problems)
    {
        for (var i = 0; i < sheet.M2.Count; i++)
        {
            if (sheet.M2[i].Form is not (null or "m.2" or "e1.s" or "u.2"))
                problems.Add(new($"/m2/{i}/form", "A place on a carrier takes m.2, e1.s or u.2."));
            if (
                (sheet.M2[i].Lengths.Count == 0 && sheet.M2[i].Form is null && !sheet.Draft)
                || sheet.M2[i].Lengths.Any(l => l is < 16 or > 150)
            )
                problems.Add(new($"/m2/{i}/lengths", $"{sheet.M2[i].Id} needs the lengths of its stand-offs, 16 to 150 mm."));
            if (sheet.M2[i].Fixing is not (null or "screw" or "latch"))
                problems.Add(new($"/m2/{i}/fixing", "A module is held by a screw or a latch."));
            if (sheet.M2[i].Lanes is < 0 or > 16)
                problems.Add(new($"/m2/{i}/lanes", $"{sheet.M2[i].Id} can't have {sheet.M2[i].Lanes} lanes; there are 0 to 16."));
            if (sheet.M2[i].Gen is < 1 or > 6)
                problems.Add(new($"/m2/{i}/gen", "A generation of PCI Express is 1 to 6."));
            if (sheet.M2[i].Key is { } key && !Keys.Contains(key))
                problems.Add(new($"/m2/{i}/key", $"A key is {string.Join(", ", Keys)}."));
        }
    }

    /// <summary>Lanes come from a root, or through a slot that has one.</summary>
    private static bool Feeds(MachineSheet sheet, string root) =>
        sheet.Roots.Any(r => r.Id == root) || sheet.Sockets.Any(s => s.Id == root);

    private static void CheckBays(MachineSheet sheet, List<SheetProblem> problems)
    {
        for (var i = 0; i < sheet.Bays.Count; i++)
        {
            var group = sheet.Bays[i];
            if (group.Names.Count == 0)
                problems.Add(new($"/bays/{i}/names", $"The group {group.Group} has no bay."));
            for (var j = 0; j < (group.Feed?.Count ?? 0); j++)
                if (string.IsNullOrWhiteSpace(group.Feed![j].What) || group.Feed[j].Count is < 1 or > 64)
                    problems.Add(new($"/bays/{i}/feed/{j}", "Plugs have a kind, and there are 1 to 64 of them."));
            if (group.Cols < 1 || group.Cols > Math.Max(1, group.Names.Count))
                problems.Add(new($"/bays/{i}/cols", $"{group.Names.Count} bays can't stand in {group.Cols} columns."));
            if (!Forms.Contains(group.Form))
                problems.Add(new($"/bays/{i}/form", $"\"{group.Form}\" is no form of bay; there are {string.Join(", ", Forms)}."));
            if (!Stances.Contains(group.Stance))
                problems.Add(
                    new($"/bays/{i}/stance", $"\"{group.Stance}\" is no way for a bay to stand; there are {string.Join(", ", Stances)}.")
                );
            if (group.HeightMm is <= 0 or > 100)
                problems.Add(new($"/bays/{i}/heightMm", "A drive is 1 to 100 mm high."));
            if (group.LimitTB is <= 0)
                problems.Add(new($"/bays/{i}/limitTB", "The largest listed drive is more than 0 TB."));
        }
    }

    private static void CheckPower(MachineSheet sheet, List<SheetProblem> problems)
    {
        for (var i = 0; i < sheet.Supplies.Count; i++)
        {
            if (sheet.Supplies[i].Watt is < 1 or > 20_000)
                problems.Add(new($"/supplies/{i}/watt", "A supply gives 1 to 20 000 W."));
            foreach (var (rail, amp) in new[] { ("amp12", sheet.Supplies[i].Amp12), ("amp5", sheet.Supplies[i].Amp5) })
                if (amp is not (null or (> 0 and <= 1_000)))
                    problems.Add(new($"/supplies/{i}/{rail}", "A rail carries more than 0 and at most 1000 A."));
            for (var p = 0; p < (sheet.Supplies[i].Connectors?.Count ?? 0); p++)
            {
                var plugs = sheet.Supplies[i].Connectors![p];
                if (string.IsNullOrWhiteSpace(plugs.What) || plugs.Count is < 1 or > 64)
                    problems.Add(new($"/supplies/{i}/connectors/{p}", "Plugs have a kind, and there are 1 to 64 of them."));
                if (plugs.Leads is { } leads && (leads < 1 || leads > plugs.Count))
                    problems.Add(new($"/supplies/{i}/connectors/{p}/leads", $"{plugs.Count} plugs hang on 1 to {plugs.Count} leads."));
            }
        }
        if (sheet.Fans is < 0 or > 64)
            problems.Add(new("/fans", "A machine has 0 to 64 fans."));
        for (var i = 0; i < sheet.Ports.Count; i++)
            if (sheet.Ports[i].N is < 1 or > 64)
                problems.Add(new($"/ports/{i}/n", "Ports of one kind are 1 to 64."));
        for (var i = 0; i < sheet.Opening.Count; i++)
            if (sheet.Opening[i] is { Screws: < 0 or > 200 } or { Minutes: < 0 or > 600 })
                problems.Add(new($"/opening/{i}", "A step takes 0 to 600 minutes and 0 to 200 screws."));
    }

    /// <summary>Places that take from each other in a ring of three or more; two that take from each other are a choice between them, which
    /// is sound.</summary>
    private static (int At, string Way)? Circle(IReadOnlyList<Exclusion> exclusions)
    {
        for (var i = 0; i < exclusions.Count; i++)
        {
            var way = new List<string> { exclusions[i].When };
            if (Walk(exclusions[i].Then, exclusions[i].When, way))
                return (i, string.Join(" → ", way.Append(exclusions[i].When)));
        }
        return null;

        bool Walk(string at, string goal, List<string> way)
        {
            if (at == goal)
                return way.Count > 2;
            if (way.Contains(at) || way.Count > exclusions.Count)
                return false;
            way.Add(at);
            foreach (var next in exclusions.Where(e => e.When == at))
                if (Walk(next.Then, goal, way))
                    return true;
            way.RemoveAt(way.Count - 1);
            return false;
        }
    }
}
