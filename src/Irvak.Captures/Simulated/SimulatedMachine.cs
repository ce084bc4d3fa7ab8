using System.Text;
using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Simulated;

/// <summary>Firmware's own facts, as the listing prints them.</summary>
public sealed record FirmwareFacts(string Version, string Date, string Serial, string BoardVersion);

/// <summary>
/// Stands in for a real machine: writes the captures that this build would show, in the format of the real tools, with the
/// faults it is given.
/// </summary>
public sealed class SimulatedMachine(Question question, FirmwareFacts firmware, params Fault[] faults)
{
    private readonly Question _q = question;
    private readonly Build _build = Apply(question, faults);

    /// <summary>The firmware listing: structures 0, 1, 2, 4, 16, 17 and the end of table (DMTF DSP0134, text of the common
    /// decoder).</summary>
    public string FirmwareListing()
    {
        var sheet = _q.Machine.Sheet;
        var slots = sheet.Channels.SelectMany(c => c.Slots.Select(s => (Channel: c, Slot: s))).ToList();
        var text = new StringBuilder();
        var structures = 5 + sheet.Sockets.Count + sheet.Slots.Count + slots.Count;
        text.Append(
            $"# dmidecode 3.4\nGetting SMBIOS data from sysfs.\nSMBIOS 3.3.0 present.\n{structures} "
                + $"structures occupying {structures * 92} bytes.\nTable at 0x000E0000.\n\n"
        );
        text.Append(
            $"Handle 0x0000, DMI type 0, 26 bytes\nBIOS Information\n\tVendor: {sheet.Maker}\n\tVersion: {firmware.Version}\n\tRelease "
                + $"Date: {firmware.Date}\n\tROM Size: 32 MB\n\tCharacteristics:\n\t\tPCI is supported\n\t\tUEFI is supported\n\n"
        );
        text.Append(
            "Handle 0x0001, DMI type 1, 27 bytes\nSystem Information\n\tManufacturer: "
                + $"{sheet.Maker}\n\tProduct Name: {sheet.Name}\n\tVersion: Not "
                + $"Specified\n\tSerial Number: {firmware.Serial}\n\tWake-up Type: "
                + "Power Switch\n\tSKU Number: Not Specified\n\tFamily: Not Specified\n\n"
        );
        text.Append(
            $"Handle 0x0002, DMI type 2, 15 bytes\nBase Board Information\n\tManufacturer: {sheet.Maker}\n\tProduct Name: "
                + $"{sheet.Name} board\n\tVersion: {firmware.BoardVersion}\n\tSerial Number: Not Specified\n\tType: Motherboard\n\n"
        );
        for (var i = 0; i < sheet.Sockets.Count; i++)
            AppendProcessor(text, i, sheet.Sockets[i]);
        for (var i = 0; i < sheet.Slots.Count; i++)
            AppendSlot(text, i, sheet.Slots[i]);
        AppendArray(text, slots.Count);
        var rate = ConfiguredRate();
        for (var i = 0; i < slots.Count; i++)
            AppendDevice(text, i, slots[i].Channel, slots[i].Slot, rate);
        text.Append("Handle 0x0FFF, DMI type 127, 4 bytes\nEnd Of Table\n\n");
        return text.ToString();
    }

    /// <summary>The system's own view, <c>/proc/meminfo</c> of a 64-bit kernel, first lines.</summary>
    public string SystemMemory()
    {
        var total = MemTotalKiB();
        string Line(string name, long kib) => $"{name + ":", -16}{kib, 8} kB\n";
        return Line("MemTotal", total)
            + Line("MemFree", total * 71 / 100)
            + Line("MemAvailable", total * 88 / 100)
            + Line("Buffers", 41_208)
            + Line("Cached", total * 14 / 100)
            + Line("SwapTotal", 8_388_604)
            + Line("SwapFree", 8_388_604)
            + Line("VmallocTotal", 34_359_738_367)
            + "HugePages_Total:       0\n"
            + Line("DirectMap1G", total / 1_048_576 * 1_048_576);
    }

    private long MemTotalKiB()
    {
        var installed = _build.InstalledMiB * 1024;
        var lost = faults.OfType<Fault.MemoryNotRemapped>().Sum(f => f.MissingMiB * 1024L);
        // Page structures 1/64, the reserved share of the sheet, and a kernel of 220 MiB.
        return Math.Max(0, installed - (installed / 64) - ((_q.Machine.Sheet.Memory.ReservedMiB ?? 0) * 1024L) - (220 * 1024) - lost);
    }

    private int? ConfiguredRate()
    {
        var rate = Rate.Of(_q.Memory, _build);
        return faults.OfType<Fault.LowerRate>().FirstOrDefault()?.RateMTs ?? rate.RateMTs ?? rate.HighMTs;
    }

    private void AppendProcessor(StringBuilder text, int index, Socket socket)
    {
        var unit = _build.At(Place.Socket(socket.Id));
        text.Append(
            $"Handle 0x{0x0400 + index:X4}, DMI type 4, 48 bytes\nProcessor "
                + $"Information\n\tSocket Designation: {socket.Id}\n\tType: Central Processor\n"
        );
        if (unit is null)
        {
            text.Append(
                "\tFamily: Unknown\n\tManufacturer: Not Specified\n\tID: 00 00 00 00 00 00 "
                    + "00 00\n\tVersion: Not Specified\n\tStatus: Unpopulated\n\tUpgrade: Other\n\n"
            );
            return;
        }
        text.Append(
            $"\tFamily: Other\n\tManufacturer: Ostrel\n\tID: A1 06 0F 00 FF FB 8B 17\n\tVersion: {unit.Processor?.Name}\n\tVoltage: 1.6 "
                + "V\n\tExternal Clock: 100 MHz\n\tStatus: Populated, Enabled\n\tUpgrade: "
                + "Other\n\tCharacteristics:\n\t\t64-bit capable\n\t\tMulti-Core\n\n"
        );
    }

    private void AppendSlot(StringBuilder text, int index, ExpansionSlot slot)
    {
        var used = _build.At(Place.Card(slot.Id)) is not null;
        var type = slot.Bus == CardBus.Pci ? "32-bit PCI" : $"x{slot.Elec} PCI Express {slot.Gen} x{slot.Mech}";
        text.Append(
            $"Handle 0x{0x0900 + index:X4}, DMI type 9, 17 bytes\nSystem Slot "
                + $"Information\n\tDesignation: {slot.Id}\n\tType: {type}\n\tCurrent "
                + $"Usage: {(used ? "In Use" : "Available")}\n\tLength: Long\n\tID: "
                + $"{index + 1}\n\tCharacteristics:\n\t\t3.3 V is provided\n"
        );
        text.Append(used ? $"\tBus Address: 0000:{SimulatedSystem.CardAddress(index)}\n\n" : "\n");
    }

    /// <summary>Drives as each tool shows them.</summary>
    public SimulatedStorage Storage => new(_q.Machine.Sheet, _build, _q.Storage.Arrays);

    /// <summary>Management page and the listing of a desktop system's shell.</summary>
    public SimulatedManagement Management => new(_q.Machine.Sheet, _build, firmware);

    /// <summary>The running system: processors, PCI devices.</summary>
    public SimulatedSystem System => new(_q.Machine.Sheet, _build);

    /// <summary>Counted memory errors and the result of a memory test.</summary>
    public SimulatedErrors Errors => new(_q.Machine.Sheet, _build, faults);

    /// <summary>Firmware tables and module chips, as bytes.</summary>
    public SimulatedBytes Bytes => new(_q.Machine.Sheet, _build, firmware, ConfiguredRate());

    private void AppendArray(StringBuilder text, int devices)
    {
        var most = _q.Machine.Sheet.Memory.TotalLimitGiB is { } gib
            ? gib % 1024 == 0
                ? $"{gib / 1024} TB"
                : $"{gib} GB"
            : "Unknown";
        var ecc = _build.Modules(_q.Machine.Sheet).Any(m => m.Module.Type is { } t && t.HasEcc()) ? "Multi-bit ECC" : "None";
        text.Append(
            "Handle 0x1000, DMI type 16, 23 bytes\nPhysical Memory Array\n\tLocation: "
                + "System Board Or Motherboard\n\tUse: System Memory\n\tError "
                + $"Correction Type: {ecc}\n\tMaximum Capacity: {most}\n\tError "
                + $"Information Handle: Not Provided\n\tNumber Of Devices: {devices}\n\n"
        );
    }

    private void AppendDevice(StringBuilder text, int index, Channel channel, string slot, int? rate)
    {
        var unit = _build.At(Place.Slot(slot));
        var module = unit?.Module;
        text.Append(
            $"Handle 0x{0x1100 + index:X4}, DMI type 17, 92 bytes\nMemory "
                + "Device\n\tArray Handle: 0x1000\n\tError Information Handle: Not Provided\n"
        );
        if (module is null)
        {
            // An empty slot stops after its detail line, as the decoder prints it.
            text.Append(
                $"\tTotal Width: Unknown\n\tData Width: Unknown\n\tSize: No Module Installed\n\tForm Factor: {FormWord()}\n\tSet: "
                    + $"None\n\tLocator: {slot}\n\tBank Locator: {channel.Socket} "
                    + $"channel {channel.Id}\n\tType: Unknown\n\tType Detail: Unknown\n\n"
            );
            return;
        }
        var ecc = module.Type is { } t && t.HasEcc();
        var width = ecc
            ? module.Generation == MemoryGeneration.Ddr5
                ? 80
                : 72
            : 64;
        text.Append(
            $"\tTotal Width: {width} bits\n\tData Width: 64 bits\n\tSize: {SizeWord(module.CapacityMiB)}\n\tForm Factor: "
                + $"{FormWord()}\n\tSet: None\n\tLocator: {slot}\n\tBank Locator: {channel.Socket} channel {channel.Id}\n"
        );
        text.Append(
            $"\tType: {module.Generation?.Name() ?? "Unknown"}\n\tType Detail: "
                + $"{Detail(module.Type)}\n\tSpeed: {RateWord(module.RateMTs)}\n\tManufacturer: "
                + $"{module.Maker ?? "Not Specified"}\n\tSerial Number: {unit!.Serial ?? "Not Specified"}\n\tAsset "
                + $"Tag: Not Specified\n\tPart Number: {module.PartNumber ?? "Not Specified"}\n"
        );
        text.Append($"\tRank: {module.Ranks?.ToString() ?? "Unknown"}\n\tConfigured Memory Speed: {RateWord(rate)}\n\n");
    }

    private string FormWord() =>
        _q.Machine.Sheet.Memory.Form switch
        {
            ModuleForm.SoDimm => "SODIMM",
            ModuleForm.Dimm => "DIMM",
            _ => "Unknown",
        };

    private static string SizeWord(int? mib) =>
        mib is { } m
            ? m % 1024 == 0
                ? $"{m / 1024} GB"
                : $"{m} MB"
            : "Unknown";

    private static string RateWord(int? mts) => mts is { } r ? $"{r} MT/s" : "Unknown";

    private static string Detail(ModuleType? type) =>
        type switch
        {
            ModuleType.Registered => "Synchronous Registered (Buffered)",
            ModuleType.LoadReduced => "Synchronous LRDIMM",
            ModuleType.Unbuffered or ModuleType.UnbufferedEcc => "Synchronous Unbuffered (Unregistered)",
            _ => "Synchronous",
        };

    private static Build Apply(Question q, Fault[] faults)
    {
        var build = q.Machine.Planned;
        foreach (var fault in faults)
            build = fault switch
            {
                Fault.ModuleNotSeated f => build.Without(Place.Slot(f.Slot)),
                Fault.ChannelDead f => q
                    .Machine.Sheet.Channels.First(c => c.Id == f.Channel)
                    .Slots.Aggregate(build, (b, s) => b.Without(Place.Slot(s))),
                _ => build,
            };
        return build;
    }
}
