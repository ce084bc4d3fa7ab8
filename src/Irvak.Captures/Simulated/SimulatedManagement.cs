using System.Text.Json.Nodes;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Simulated;

/// <summary>A simulated machine seen from outside its system: its management page, and the listing of a desktop system's shell.</summary>
public sealed class SimulatedManagement(MachineSheet sheet, Build build, FirmwareFacts firmware)
{
    private IEnumerable<(Channel Channel, string Slot)> Slots => sheet.Channels.SelectMany(c => c.Slots.Select(s => (c, s)));

    /// <summary>Redfish resources (DMTF DSP0266) of system, processors, memory, drives and the controller's network, in one
    /// collection.</summary>
    public string Resources(string? address)
    {
        var members = new JsonArray(
            new JsonObject
            {
                ["@odata.type"] = "#ComputerSystem.v1_20_0.ComputerSystem",
                ["@odata.id"] = "/redfish/v1/Systems/1",
                ["Manufacturer"] = sheet.Maker,
                ["Model"] = sheet.Name,
                ["SerialNumber"] = firmware.Serial,
                ["BiosVersion"] = firmware.Version,
            }
        );
        foreach (var socket in sheet.Sockets)
            members.Add((JsonNode)Processor(socket));
        foreach (var (channel, slot) in Slots)
            members.Add((JsonNode)Memory(channel, slot));
        foreach (var (place, unit) in build.Units)
            if (unit.Drive is { } drive)
                members.Add((JsonNode)Drive(place, unit, drive));
        if (address is not null)
            members.Add(
                (JsonNode)
                    new JsonObject
                    {
                        ["@odata.type"] = "#EthernetInterface.v1_9_0.EthernetInterface",
                        ["@odata.id"] = "/redfish/v1/Managers/1/EthernetInterfaces/1",
                        ["IPv4Addresses"] = new JsonArray(new JsonObject { ["Address"] = address }),
                    }
            );
        return SimulatedStorage.Json(new JsonObject { ["Name"] = "All of it, expanded", ["Members"] = members });
    }

    private JsonObject Processor(Socket socket)
    {
        var unit = build.At(Place.Socket(socket.Id));
        return new JsonObject
        {
            ["@odata.type"] = "#Processor.v1_18_0.Processor",
            ["Socket"] = socket.Id,
            ["ProcessorType"] = "CPU",
            ["Model"] = unit?.Processor?.Name,
            ["Status"] = new JsonObject { ["State"] = unit is null ? "Absent" : "Enabled" },
        };
    }

    private JsonObject Memory(Channel channel, string slot)
    {
        var unit = build.At(Place.Slot(slot));
        var m = unit?.Module;
        var resource = new JsonObject
        {
            ["@odata.type"] = "#Memory.v1_17_0.Memory",
            ["DeviceLocator"] = slot,
            ["MemoryLocation"] = new JsonObject
            {
                ["Socket"] = sheet.Sockets.ToList().FindIndex(s => s.Id == channel.Socket) + 1,
                ["Channel"] = sheet.Channels.ToList().IndexOf(channel),
            },
            ["Status"] = new JsonObject { ["State"] = m is null ? "Absent" : "Enabled" },
        };
        if (m is null)
            return resource;
        resource["CapacityMiB"] = m.CapacityMiB;
        resource["MemoryDeviceType"] = m.Generation?.Name();
        resource["BaseModuleType"] = m.Type switch
        {
            ModuleType.Registered => "RDIMM",
            ModuleType.LoadReduced => "LRDIMM",
            ModuleType.UnbufferedEcc when m.Form == ModuleForm.SoDimm => "SO_UDIMM_72b",
            _ => m.Form == ModuleForm.SoDimm ? "SO_DIMM" : "UDIMM",
        };
        resource["ErrorCorrection"] = m.Type is { } t && t.HasEcc() ? "MultiBitECC" : "NoECC";
        resource["AllowedSpeedsMHz"] = new JsonArray(m.RateMTs);
        resource["RankCount"] = m.Ranks;
        resource["Manufacturer"] = m.Maker;
        resource["PartNumber"] = m.PartNumber;
        resource["SerialNumber"] = unit!.Serial;
        return resource;
    }

    private static JsonObject Drive(Place place, Unit unit, DriveSheet d) =>
        new()
        {
            ["@odata.type"] = "#Drive.v1_17_0.Drive",
            ["Model"] = d.Model,
            ["SerialNumber"] = unit.Serial,
            ["CapacityBytes"] = d.Bytes,
            ["MediaType"] = d.Media == DriveMedia.Disk ? "HDD" : "SSD",
            ["Protocol"] = d.Protocol switch
            {
                DriveProtocol.Nvme => "NVMe",
                DriveProtocol.Sas => "SAS",
                _ => "SATA",
            },
            ["RotationSpeedRPM"] = d.Rpm,
            ["BlockSizeBytes"] = d.SectorBytes ?? 512,
            ["PhysicalLocation"] = new JsonObject { ["PartLocation"] = new JsonObject { ["ServiceLabel"] = place.Name } },
            ["Status"] = new JsonObject { ["State"] = "Enabled", ["Health"] = "OK" },
        };

    /// <summary>Fitted modules as instances of the Common Information Model (DMTF), as a shell writes them to JSON.</summary>
    public string ShellMemoryJson() =>
        SimulatedStorage.Json(
            new JsonArray([
                .. Instances()
                    .Select(i =>
                        (JsonNode)
                            new JsonObject(
                                i.Select(p =>
                                    KeyValuePair.Create(
                                        p.Name,
                                        p.Value is { } v
                                            ? long.TryParse(v, out var n) && p.Name != "SerialNumber"
                                                ? JsonValue.Create(n)
                                                : (JsonNode)v
                                            : null
                                    )
                                )
                            )
                    ),
            ])
        );

    /// <summary>The same instances as CSV, every value in quotes.</summary>
    public string ShellMemoryCsv()
    {
        var rows = Instances().ToList();
        return rows.Count == 0
            ? ""
            : string.Join(",", rows[0].Select(p => $"\"{p.Name}\""))
                + "\r\n"
                + string.Concat(rows.Select(r => string.Join(",", r.Select(p => $"\"{p.Value}\"")) + "\r\n"));
    }

    private IEnumerable<List<(string Name, string? Value)>> Instances()
    {
        foreach (var (channel, slot) in Slots)
            if (build.At(Place.Slot(slot)) is { Module: { } m } unit)
                yield return
                [
                    ("DeviceLocator", slot),
                    ("BankLabel", $"{channel.Socket} channel {channel.Id}"),
                    ("Capacity", ((m.CapacityMiB ?? 0) * 1048576L).ToString()),
                    ("Speed", m.RateMTs?.ToString()),
                    (
                        "SMBIOSMemoryType",
                        m.Generation switch
                        {
                            MemoryGeneration.Ddr2 => "19",
                            MemoryGeneration.Ddr3 => "24",
                            MemoryGeneration.Ddr4 => "26",
                            MemoryGeneration.Ddr5 => "34",
                            _ => null,
                        }
                    ),
                    ("FormFactor", m.Form == ModuleForm.SoDimm ? "12" : "8"),
                    ("TotalWidth", m.Type is { } t && t.HasEcc() ? "72" : "64"),
                    ("DataWidth", "64"),
                    ("Manufacturer", m.Maker),
                    ("PartNumber", m.PartNumber),
                    ("SerialNumber", unit.Serial),
                ];
    }
}
