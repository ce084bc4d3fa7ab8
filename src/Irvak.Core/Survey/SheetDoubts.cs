using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Contracts;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>Facts of a sheet that don't go together: usable, but worth a second look. Each has its path.</summary>
public static class SheetDoubts
{
    // Common practice, no source: what a machine of this kind draws at rest is more than this.
    private const int LeastRackWatt = 120;

    public static IReadOnlyList<SheetProblem> Of(MachineSheet sheet)
    {
        var doubts = new List<SheetProblem>();
        var board = sheet.Memory;
        var slots = sheet.Channels.Sum(c => c.Slots.Count);
        if (board.SlotLimitGiB is { } slot && board.TotalLimitGiB is { } total && slots > 0)
        {
            if (total > (long)slot * slots)
                doubts.Add(
                    new(
                        "/memory/totalLimitGiB",
                        $"{total} GiB can't be reached: {slots} slots of {slot} GiB make "
                            + $"{(long)slot * slots}. The largest module or a slot may be missing."
                    )
                );
            else if (total < slot)
                doubts.Add(new("/memory/totalLimitGiB", $"The total of {total} GiB is less than one module of {slot} GiB."));
        }
        if (board.Generation is { } generation)
            for (var i = 0; i < (board.Rates?.Count ?? 0); i++)
                if (!Bins.Of(generation).Any(b => Bins.Same(b, board.Rates![i].RateMTs)))
                    doubts.Add(new($"/memory/rates/{i}/rateMTs", $"{generation.Name()} has no rate of {board.Rates![i].RateMTs} MT/s."));
        for (var i = 0; i < (board.Rates?.Count ?? 0); i++)
            if (board.Rates![i].PerChannel > sheet.Channels.Select(c => c.Slots.Count).DefaultIfEmpty(0).Max())
                doubts.Add(new($"/memory/rates/{i}/perChannel", $"No channel has {board.Rates[i].PerChannel} slots."));
        // More modules in a channel never run faster.
        foreach (var group in (board.Rates ?? []).Select((r, i) => (Row: r, At: i)).GroupBy(x => (x.Row.Type, x.Row.Ranks)))
        foreach (var pair in group.OrderBy(x => x.Row.PerChannel).Zip(group.OrderBy(x => x.Row.PerChannel).Skip(1)))
            if (pair.Second.Row.RateMTs > pair.First.Row.RateMTs)
                doubts.Add(
                    new(
                        $"/memory/rates/{pair.Second.At}/rateMTs",
                        $"{pair.Second.Row.PerChannel} modules in a channel faster "
                            + $"than {pair.First.Row.PerChannel}? Two figures may be swapped."
                    )
                );
        foreach (var root in sheet.Roots.Where(r => r.Lanes is not null))
        {
            // Places that share lanes say so by an exclusion; an uplink may be counted among the lanes or beside them.
            var (wired, _, _) = Lanes.Topology.Wired(sheet, root);
            if (wired > root.Lanes)
                doubts.Add(
                    new(
                        $"/roots/{sheet.Roots.ToList().IndexOf(root)}/lanes",
                        $"{root.Id} offers {root.Lanes} lanes and {wired} are wired to it: some share, or a figure is wrong."
                    )
                );
        }
        doubts.AddRange(Claims(sheet));
        var inside = sheet.Supplies.Where(s => s.Watt is not null).ToList();
        if (sheet.Chassis.Kind is ChassisKind.Rack or ChassisKind.Shelf && inside.Count > 0 && inside.Max(s => s.Watt) < LeastRackWatt)
            doubts.Add(
                new(
                    "/supplies/0/watt",
                    $"A supply of {inside.Max(s => s.Watt)} W can't even carry this machine at rest: a digit may be missing."
                )
            );
        return doubts;
    }

    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    /// <summary>Of the sources that differ about a value one is believed, and that one stands in the value's own field.</summary>
    private static IEnumerable<SheetProblem> Claims(MachineSheet sheet)
    {
        if (sheet.Claims.Count == 0)
            yield break;
        var document = JsonSerializer.SerializeToNode(sheet, Web);
        foreach (var group in sheet.Claims.Select((c, i) => (Claim: c, At: i)).GroupBy(x => x.Claim.Path))
        {
            var chosen = group.Where(x => x.Claim.Chosen).ToList();
            if (chosen.Count != 1)
            {
                yield return new(
                    $"/claims/{group.First().At}",
                    $"About {group.Key} {group.Count()} sources are kept and {chosen.Count} believed: mark one."
                );
                continue;
            }
            var stands = At(document, group.Key)?.ToString();
            if (stands is null || !string.Equals(stands.Trim(), chosen[0].Claim.Value.Trim(), StringComparison.OrdinalIgnoreCase))
                yield return new(
                    $"/claims/{chosen[0].At}/value",
                    $"{chosen[0].Claim.Source} is believed about {group.Key} "
                        + $"({chosen[0].Claim.Value}), and {stands ?? "nothing"} stands there."
                );
        }
    }

    private static JsonNode? At(JsonNode? node, string pointer)
    {
        foreach (var name in pointer.Split('/', StringSplitOptions.RemoveEmptyEntries))
            node = node switch
            {
                JsonObject o => o[name],
                JsonArray a when int.TryParse(name, out var i) && i >= 0 && i < a.Count => a[i],
                _ => null,
            };
        return node;
    }

    /// <summary>What a capture says against the sheet.</summary>
    public static IReadOnlyList<SheetProblem> Against(MachineSheet sheet, Observations.Observation seen)
    {
        var doubts = new List<SheetProblem>();
        var slots = sheet.Channels.Sum(c => c.Slots.Count);
        if (seen.Devices.Count > 0 && seen.Devices.Count != slots)
            doubts.Add(
                new(
                    "/channels",
                    $"The sheet has {slots} memory slots, the capture {seen.Devices.Count}: "
                        + "another board revision, or slots that the firmware hides."
                )
            );
        if (seen.Processors.Count > 0 && seen.Processors.Count != sheet.Sockets.Count)
            doubts.Add(new("/sockets", $"The sheet has {sheet.Sockets.Count} sockets, the capture {seen.Processors.Count}."));
        var largest = seen.Devices.Select(d => d.SizeMiB ?? 0).DefaultIfEmpty(0).Max() / 1024;
        if (sheet.Memory.SlotLimitGiB is { } limit && largest > limit)
            doubts.Add(new("/memory/slotLimitGiB", $"The sheet lists modules up to {limit} GiB, and one of {largest} GiB runs in it."));
        var told = seen.Arrays.Where(a => a.IsSystemMemory).Sum(a => a.MaximumGiB ?? 0);
        if (sheet.Memory.TotalLimitGiB is { } total && told > 0 && told != total)
            doubts.Add(
                new(
                    "/memory/totalLimitGiB",
                    $"The sheet says {total} GiB at most, the firmware {told} GiB; firmware often says too little."
                )
            );
        if (
            sheet.Memory.Generation is { } generation
            && seen.Devices.FirstOrDefault(d => d.Module?.Generation is { } g && g != generation) is { } other
        )
            doubts.Add(
                new(
                    "/memory/generation",
                    $"The sheet says {generation.Name()}, and {other.Module!.Generation!.Value.Name()} sits in {other.Locator}."
                )
            );
        return doubts;
    }
}
