using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Simulated;

/// <summary>The drives of a simulated machine, as each tool of its system shows them.</summary>
/// <param name="arrays">Arrays of the plan, which the kernel keeps once they are made.</param>
public sealed class SimulatedStorage(MachineSheet sheet, Build build, IReadOnlyList<ArrayPlan>? arrays = null)
{
    /// <summary>Every drive with its place and its name in the system, in the order of the bays.</summary>
    public IReadOnlyList<(Place Place, Unit Unit, string Name)> Drives { get; } = Named(sheet, build, arrays ?? []);

    private static List<(Place, Unit, string)> Named(MachineSheet sheet, Build build, IReadOnlyList<ArrayPlan> arrays)
    {
        var (disk, nvme) = (0, 0);
        var named = new List<(Place, Unit, string)>();
        foreach (var place in SheetPlaces.All(sheet))
            if (
                build.At(place) is { Drive: { } drive } found
                && (found with { MemberOf = arrays.FirstOrDefault(a => a.Members.Contains(place))?.Name ?? found.MemberOf }) is var unit
            )
                named.Add(
                    (
                        place,
                        unit,
                        unit.SystemName?.Replace("/dev/", "")
                            ?? (drive.Protocol == DriveProtocol.Nvme ? $"nvme{nvme++}n1" : DiskName(disk++))
                    )
                );
        return named;
    }

    /// <summary>sda … sdz, sdaa …, as the kernel counts.</summary>
    private static string DiskName(int index) =>
        index < 26 ? $"sd{(char)('a' + index)}" : $"sd{(char)('a' + index / 26 - 1)}{(char)('a' + index % 26)}";

    /// <summary><c>lsblk -J -b -O</c>: every disk with its members and mounts.</summary>
    public string BlockDevices() =>
        Json(new JsonObject { ["blockdevices"] = new JsonArray([.. Drives.Select(d => (JsonNode)Disk(d.Unit, d.Name))]) });

    private static JsonObject Disk(Unit unit, string name)
    {
        var d = unit.Drive!;
        var disk = new JsonObject
        {
            ["name"] = name,
            ["path"] = "/dev/" + name,
            ["type"] = "disk",
            ["size"] = d.Bytes,
            ["vendor"] = d.Maker,
            ["model"] = d.Model,
            ["serial"] = unit.Serial,
            ["rota"] = d.Media == DriveMedia.Disk,
            ["tran"] = Word(d.Protocol),
            ["log-sec"] = d.SectorBytes ?? 512,
            ["phy-sec"] = d.PhysicalSectorBytes ?? d.SectorBytes ?? 512,
            ["mountpoints"] = new JsonArray((JsonNode?)null),
        };
        var part = (name.StartsWith("nvme", StringComparison.Ordinal) ? name + "p" : name) + "1";
        if (unit.MemberOf is { } array)
            disk["children"] = new JsonArray(
                array.StartsWith('/')
                    ? new JsonObject
                    {
                        ["name"] = part,
                        ["type"] = "part",
                        ["fstype"] = "ext4",
                        ["mountpoints"] = new JsonArray(array),
                    }
                    : new JsonObject
                    {
                        ["name"] = part,
                        ["type"] = "part",
                        ["fstype"] = "linux_raid_member",
                        ["children"] = new JsonArray(new JsonObject { ["name"] = array, ["type"] = "raid6" }),
                    }
            );
        return disk;
    }

    /// <summary>Health of one drive as the common tool prints it with <c>--json -x</c>.</summary>
    public string Health(Place place, Core.Observations.SeenHealth health)
    {
        var (_, unit, name) = Drives.First(d => d.Place == place);
        var d = unit.Drive!;
        var root = new JsonObject
        {
            ["json_format_version"] = new JsonArray(1, 0),
            ["smartctl"] = new JsonObject { ["version"] = new JsonArray(7, 3), ["exit_status"] = 0 },
            ["device"] = new JsonObject
            {
                ["name"] = "/dev/" + name,
                ["protocol"] = d.Protocol switch
                {
                    DriveProtocol.Nvme => "NVMe",
                    DriveProtocol.Sas => "SCSI",
                    _ => "ATA",
                },
            },
            ["model_name"] = d.Model,
            ["serial_number"] = unit.Serial,
            ["smart_status"] = new JsonObject { ["passed"] = health.Passed ?? true },
            ["power_on_time"] = new JsonObject { ["hours"] = health.PowerOnHours ?? 0 },
            ["power_cycle_count"] = health.PowerCycles ?? 10,
            ["temperature"] = new JsonObject { ["current"] = health.Celsius ?? 33 },
            ["logical_block_size"] = d.SectorBytes ?? 512,
            ["rotation_rate"] = d.Rpm ?? 0,
        };
        if (d.Form is "3.5" or "2.5")
            root["form_factor"] = new JsonObject { ["name"] = d.Form + " inches" };
        if (d.Protocol == DriveProtocol.Nvme)
            AddNvme(root, d, health);
        else if (d.Protocol == DriveProtocol.Sas)
            AddScsi(root, d, health);
        else
            AddAta(root, d, health);
        return Json(root);
    }

    private static void AddNvme(JsonObject root, DriveSheet d, Core.Observations.SeenHealth h)
    {
        root["nvme_total_capacity"] = d.Bytes;
        root["nvme_smart_health_information_log"] = new JsonObject
        {
            ["critical_warning"] = h.CriticalWarning ?? 0,
            ["temperature"] = h.Celsius ?? 33,
            ["available_spare"] = h.SparePercent ?? 100,
            ["available_spare_threshold"] = h.SpareThresholdPercent ?? 10,
            ["percentage_used"] = h.PercentUsed ?? 0,
            ["data_units_written"] = (h.BytesWritten ?? 0) / 512_000,
            ["power_on_hours"] = h.PowerOnHours ?? 0,
            ["power_cycles"] = h.PowerCycles ?? 10,
            ["media_errors"] = h.MediaErrors ?? 0,
        };
    }

    private static void AddScsi(JsonObject root, DriveSheet d, Core.Observations.SeenHealth h)
    {
        root["user_capacity"] = new JsonObject { ["bytes"] = d.Bytes };
        root["scsi_grown_defect_list"] = h.GrownDefects ?? 0;
        root["scsi_error_counter_log"] = new JsonObject
        {
            ["read"] = new JsonObject { ["gigabytes_processed"] = "0.000", ["total_uncorrected_errors"] = h.Uncorrectable ?? 0 },
            ["write"] = new JsonObject
            {
                ["gigabytes_processed"] = ((h.BytesWritten ?? 0) / 1e9).ToString("0.000"),
                ["total_uncorrected_errors"] = 0,
            },
        };
    }

    private static void AddAta(JsonObject root, DriveSheet d, Core.Observations.SeenHealth h)
    {
        root["user_capacity"] = new JsonObject { ["bytes"] = d.Bytes };
        JsonObject Raw(int id, string name, long value) =>
            new()
            {
                ["id"] = id,
                ["name"] = name,
                ["raw"] = new JsonObject { ["value"] = value, ["string"] = value.ToString() },
            };
        root["ata_smart_attributes"] = new JsonObject
        {
            ["table"] = new JsonArray(
                Raw(5, "Reallocated_Sector_Ct", h.Reallocated ?? 0),
                Raw(197, "Current_Pending_Sector", h.Pending ?? 0),
                Raw(198, "Offline_Uncorrectable", h.Uncorrectable ?? 0),
                Raw(199, "UDMA_CRC_Error_Count", h.CableErrors ?? 0)
            ),
        };
    }

    /// <summary><c>nvme list -o json</c>, flat layout.</summary>
    public string NvmeList() =>
        Json(
            new JsonObject
            {
                ["Devices"] = new JsonArray([
                    .. Drives
                        .Where(d => d.Unit.Drive!.Protocol == DriveProtocol.Nvme)
                        .Select(d =>
                            (JsonNode)
                                new JsonObject
                                {
                                    ["DevicePath"] = "/dev/" + d.Name,
                                    ["Firmware"] = "R1.04",
                                    ["ModelNumber"] = d.Unit.Drive!.Model,
                                    ["SerialNumber"] = d.Unit.Serial,
                                    ["PhysicalSize"] = d.Unit.Drive.Bytes,
                                    ["SectorSize"] = d.Unit.Drive.SectorBytes ?? 512,
                                }
                        ),
                ]),
            }
        );

    /// <summary><c>/proc/mdstat</c>: an array for each name that drives carry, all members there.</summary>
    public string KernelArrays()
    {
        var text = new StringBuilder("Personalities : [raid1] [raid6] [raid5] [raid4] [raid10]\n");
        foreach (var array in Drives.Where(d => d.Unit.MemberOf is { } m && !m.StartsWith('/')).GroupBy(d => d.Unit.MemberOf!))
        {
            var members = array.ToList();
            var plan = arrays?.FirstOrDefault(a => a.Name == array.Key);
            var level = plan is null
                ? members.Count switch
                {
                    1 or 2 => "raid1",
                    3 => "raid5",
                    _ => "raid6",
                }
                : KernelLevel(plan.Level);
            var lost = level switch
            {
                "raid1" => members.Count - 1,
                "raid5" => 1,
                "raid6" => 2,
                "raid10" => members.Count / 2,
                _ => 0,
            };
            var blocks =
                plan is not null && ArrayFigures.Of(plan, build).Capacity is { } capacity
                    ? capacity.Usable / 1024
                    : members.Min(m => m.Unit.Drive!.Bytes ?? 0) / 1024 * (members.Count - lost);
            text.Append(
                $"{array.Key} : active {level} "
                    + string.Join(
                        ' ',
                        members.Select((m, i) => $"{m.Name}{(m.Name.StartsWith("nvme", StringComparison.Ordinal) ? "p1" : "1")}[{i}]")
                    )
                    + "\n"
            );
            text.Append(
                $"      {blocks} blocks super 1.2{(level == "raid1" ? "" : $" level {level[^1]}, 512k chunk, algorithm 2")} "
                    + $"[{members.Count}/{members.Count}] [{new string('U', members.Count)}]\n      \n"
            );
        }
        return text.Append("unused devices: <none>\n").ToString();
    }

    /// <summary>As the kernel names them; a level it does not keep shows as linear, never as another redundancy.</summary>
    private static string KernelLevel(ArrayLevel level) =>
        level switch
        {
            ArrayLevel.Stripe => "raid0",
            ArrayLevel.Mirror => "raid1",
            ArrayLevel.Pairs => "raid10",
            ArrayLevel.Parity1 => "raid5",
            ArrayLevel.Parity2 => "raid6",
            _ => "linear",
        };

    /// <summary><c>mdadm --detail</c> of every array.</summary>
    public string ArrayDetails()
    {
        var text = new StringBuilder();
        foreach (
            var array in Drives
                .Where(d => d.Unit.MemberOf is { } m && m.StartsWith("md", StringComparison.Ordinal))
                .GroupBy(d => d.Unit.MemberOf!)
        )
        {
            var members = array.ToList();
            text.Append(
                $"/dev/{array.Key}:\n           Version : 1.2\n        Raid Level : raid6\n "
                    + $"     Raid Devices : {members.Count}\n             State : clean\n    "
                    + $"Active Devices : {members.Count}\n   Working Devices : {members.Count}\n  "
                    + "      Chunk Size : 512K\n\n    Number   Major   Minor   RaidDevice State\n"
            );
            for (var i = 0; i < members.Count; i++)
                text.Append(
                    $"       {i}       8       {i * 16 + 1}        {i}      active sync   "
                        + $"/dev/{members[i].Name}{(members[i].Name.StartsWith("nvme", StringComparison.Ordinal) ? "p1" : "1")}\n"
                );
            text.Append('\n');
        }
        return text.ToString();
    }

    /// <summary>Drives as instances of the storage model (DMTF Common Information Model), as a shell writes them to JSON.</summary>
    public string ShellDisks() =>
        Json(
            new JsonArray([
                .. Drives.Select(
                    (d, i) =>
                        (JsonNode)
                            new JsonObject
                            {
                                ["DeviceId"] = $"{i}",
                                ["FriendlyName"] = d.Unit.Drive!.Model,
                                ["SerialNumber"] = d.Unit.Serial,
                                ["MediaType"] = d.Unit.Drive.Media == DriveMedia.Disk ? "HDD" : "SSD",
                                ["BusType"] = d.Unit.Drive.Protocol switch
                                {
                                    DriveProtocol.Sas => "SAS",
                                    DriveProtocol.Nvme => "NVMe",
                                    _ => "SATA",
                                },
                                ["Size"] = d.Unit.Drive.Bytes,
                                ["LogicalSectorSize"] = d.Unit.Drive.SectorBytes ?? 512,
                            }
                ),
            ])
        );

    /// <summary>A controller's table of its drives as CSV, in words of no tool in particular: its columns are named by the
    /// person.</summary>
    public string ControllerTable() =>
        "Box;Slot;State;Size;Serial number;Model;Array\n"
        + string.Concat(
            Drives
                .Where(d => d.Place.IsBay)
                .Select(d =>
                    $"1;{d.Place.Name};Online;{((d.Unit.Drive!.Bytes ?? 0) / 1e12).ToString("0.##")} "
                    + $"TB;{d.Unit.Serial};{d.Unit.Drive.Model};{d.Unit.MemberOf ?? "-"}\n"
                )
        );

    internal static string? Word(DriveProtocol? protocol) =>
        protocol switch
        {
            DriveProtocol.Sata => "sata",
            DriveProtocol.Sas => "sas",
            DriveProtocol.Nvme => "nvme",
            DriveProtocol.Usb => "usb",
            _ => null,
        };

    internal static readonly JsonSerializerOptions Indented = new()
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    internal static string Json(JsonNode node) => node.ToJsonString(Indented) + "\n";
}
