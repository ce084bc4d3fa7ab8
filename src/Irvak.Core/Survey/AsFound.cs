using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>capture → as-found build: what an observation says about every place of a sheet.</summary>
public static class AsFound
{
    /// <param name="by">Name of the capture, as history tells it.</param>
    public static RecordFound From(MachineSheet sheet, Observation seen, string by)
    {
        var places = new Dictionary<Place, Unit?>();
        AddProcessors(sheet, seen, by, places);
        foreach (var (slot, device) in SlotMatch.Of(sheet, seen))
        {
            if (device.SizeMiB is null && device.Module is null)
                continue;
            places[Place.Slot(slot)] = device.IsEmpty
                ? null
                : new Unit
                {
                    Module = device.Module,
                    Serial = device.Serial,
                    Source = $"{by}, {seen.CountsIn} {device.Line}",
                };
        }
        foreach (var (bay, drive) in BayMatch.Of(sheet, seen))
            places[bay] = SeenUnits.Of(drive, by, seen.CountsIn);
        foreach (var (slot, card, _) in CardMatch.Of(sheet, seen))
            places[slot] = card is null ? null : SeenUnits.Of(card, by, seen.CountsIn);
        return new RecordFound(
            places,
            new SystemFacts
            {
                OsBits = seen.OsBits,
                OsKind = seen.OsKind,
                Serial = seen.Serial,
                BoardRevision = seen.BoardVersion,
                Firmware = seen.FirmwareVersion,
                MemTotalKiB = seen.MemTotalKiB,
                HostName = seen.HostName,
                ManagementAddress = seen.ManagementAddress,
                Origins = Origins(seen, by),
            },
            by
        );
    }

    private static SortedDictionary<string, string>? Origins(Observation seen, string by)
    {
        var told = new SortedDictionary<string, string>(StringComparer.Ordinal);
        void Add(string name, object? value)
        {
            if (value is not null)
                told[name] = seen.At?.TryGetValue(name, out var at) == true ? $"{by}, {seen.CountsIn} {at}" : by;
        }
        Add("osBits", seen.OsBits);
        Add("osKind", seen.OsKind);
        Add("serial", seen.Serial);
        Add("boardRevision", seen.BoardVersion);
        Add("firmware", seen.FirmwareVersion);
        Add("memTotal", seen.MemTotalKiB);
        Add("hostName", seen.HostName);
        Add("managementAddress", seen.ManagementAddress);
        return told.Count == 0 ? null : told;
    }

    /// <summary>The sheet on the shelf that a capture names; null when none does.</summary>
    public static MachineSheet? SheetFor(IEnumerable<MachineSheet> shelf, Observation seen) =>
        seen.Product is not { } product
            ? null
            : shelf.FirstOrDefault(s =>
                string.Equals(s.Name, product.Trim(), StringComparison.OrdinalIgnoreCase)
                && (s.Maker is null || seen.Maker is null || seen.Maker.Contains(s.Maker, StringComparison.OrdinalIgnoreCase))
            );

    private static void AddProcessors(MachineSheet sheet, Observation seen, string by, Dictionary<Place, Unit?> places)
    {
        if (seen.Processors.Count == 0)
        {
            // The system tells how many there are and their name, not where: it says which only when every socket has one.
            if (seen.Load is { ProcessorName: { } told, Packages: { } packages } && packages == sheet.Sockets.Count)
                foreach (var socket in sheet.Sockets)
                    places[Place.Socket(socket.Id)] = Processor(sheet, told, by);
            return;
        }
        var left = seen.Processors.ToList();
        foreach (var socket in sheet.Sockets)
        {
            var match = left.FirstOrDefault(p => Plain(p.Designation) == Plain(socket.Id))
                ?? (
                    sheet.Sockets.Count == 1 && seen.Processors.Count > 1 && seen.Processors.Select(p => p.Version).Distinct().Count() == 1
                        ? seen.Processors[0]
                        : null
                )
                ?? (seen.Processors.Count == sheet.Sockets.Count ? seen.Processors[sheet.Sockets.ToList().IndexOf(socket)] : null);
            if (match is null)
                continue;
            left.Remove(match);
            if (!match.Populated)
            {
                places[Place.Socket(socket.Id)] = null;
                continue;
            }
            places[Place.Socket(socket.Id)] = Processor(
                sheet,
                match.Version ?? "processor of unknown name",
                $"{by}, {seen.CountsIn} {match.Line}"
            );
        }
    }

    private static Unit Processor(MachineSheet sheet, string name, string source) =>
        new()
        {
            Processor = sheet.Processors.FirstOrDefault(p => name.Contains(p.Name, StringComparison.OrdinalIgnoreCase))
                ?? new ProcessorSheet { Name = name },
            Source = source,
        };

    private static string Plain(string? name) => new([.. (name ?? "").Where(char.IsLetterOrDigit).Select(char.ToUpperInvariant)]);
}
