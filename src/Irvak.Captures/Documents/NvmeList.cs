using Irvak.Core.Observations;

namespace Irvak.Captures.Documents;

/// <summary>List of NVMe drives as JSON, in its flat layout and in the newer nested one.</summary>
internal static class NvmeList
{
    public static JsonReading? Read(JsonValue document)
    {
        if (document["Devices"] is not { IsArray: true } list)
            return null;
        var drives = new List<SeenDrive>();
        foreach (var device in list.Items.Take(4096))
        {
            if (device["DevicePath"] is not null)
                drives.Add(Flat(device));
            foreach (var controller in (device["Subsystems"]?.Items ?? []).SelectMany(s => s["Controllers"]?.Items ?? []).Take(4096))
                drives.Add(Nested(controller));
        }
        return drives.Count == 0 && list.Items.Count > 0 ? null : JsonReading.Of("NVMe drives", new Observation { Drives = drives });
    }

    private static SeenDrive Flat(JsonValue d) =>
        new()
        {
            Path = d["DevicePath"]?.Text,
            Model = d["ModelNumber"]?.Text,
            Serial = d["SerialNumber"]?.Text,
            Firmware = d["Firmware"]?.Text,
            Bytes = d["PhysicalSize"]?.Long,
            SectorBytes = d["SectorSize"]?.Int,
            Rotational = false,
            Transport = "nvme",
            Line = d.Line,
        };

    private static SeenDrive Nested(JsonValue c)
    {
        var space = c["Namespaces"]?.First;
        return new SeenDrive
        {
            Path =
                space?["NameSpace"]?.Text is { } name ? "/dev/" + name
                : c["Controller"]?.Text is { } controller ? "/dev/" + controller
                : null,
            Model = c["ModelNumber"]?.Text,
            Serial = c["SerialNumber"]?.Text,
            Firmware = c["Firmware"]?.Text,
            Bytes = c["Namespaces"]?.Items.Sum(n => n["PhysicalSize"]?.Long ?? 0) is > 0 and var bytes ? bytes : null,
            SectorBytes = space?["SectorSize"]?.Int,
            Rotational = false,
            Transport = "nvme",
            Line = c.Line,
        };
    }
}
