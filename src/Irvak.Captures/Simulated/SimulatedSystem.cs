using System.Text;
using System.Text.Json.Nodes;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Simulated;

/// <summary>What the running system of a simulated machine shows: processors, load, PCI devices, network ports, a benchmark, its
/// log.</summary>
public sealed class SimulatedSystem(MachineSheet sheet, Build build)
{
    /// <summary><c>/proc/cpuinfo</c>, shortened to the lines that tell something.</summary>
    public string Processors(int coresEach)
    {
        var text = new StringBuilder();
        var (package, number) = (0, 0);
        foreach (var socket in sheet.Sockets)
        {
            if (build.At(Place.Socket(socket.Id)) is not { } unit)
                continue;
            for (var core = 0; core < coresEach; core++)
                text.Append(
                    $"processor\t: {number++}\nmodel name\t: {unit.Processor?.Name}\nphysical id\t: {package}\nsiblings\t: "
                        + $"{coresEach}\ncore id\t\t: {core}\ncpu cores\t: {coresEach}\nflags\t\t: fpu lm nx\n\n"
                );
            package++;
        }
        return text.ToString();
    }

    /// <summary>Pressure with its path, as <c>grep . /proc/pressure/*</c> prints it.</summary>
    public static string Waiting(double memory, double storage, double processor)
    {
        string Lines(string name, double share) =>
            $"/proc/pressure/{name}:some avg10={share:0.00} avg60={share:0.00} avg300={share:0.00} "
            + $"total={(long)(share * 1e6)}\n/proc/pressure/{name}:full avg10=0.00 avg60=0.00 avg300=0.00 total=0\n";
        return Lines("memory", memory) + Lines("io", storage) + Lines("cpu", processor);
    }

    /// <summary><c>vmstat 10 3</c>: the mean since the start, then two intervals.</summary>
    public static string Load(int swapIn, int swapOut, int written, int idle) =>
        "procs -----------memory---------- ---swap-- -----io---- -system-- ------cpu-----\n "
        + "r  b   swpd   free   buff  cache   si   so    bi    bo   in   cs us sy id wa st\n"
        + string.Concat(
            Enumerable.Repeat(
                $" 1  0      0 812044  41208 902116 {swapIn, 4} {swapOut, 4}   "
                    + $"120 {written, 5}  410  822 {98 - idle, 2}  2 {idle, 2}  0  0\n",
                3
            )
        );

    /// <summary>
    /// <c>lspci -vvnn</c> of a port for each card slot and the card behind it, with the links of both ends. Port addresses follow the
    /// slots' order, so that the firmware's slot list and this listing agree.
    /// </summary>
    public string Pci()
    {
        var text = new StringBuilder();
        for (var i = 0; i < sheet.Slots.Count; i++)
        {
            var slot = sheet.Slots[i];
            if (slot.Bus == CardBus.Pci)
                continue;
            var card = build.At(Place.Card(slot.Id))?.Card;
            var (gen, width) = (Math.Min(slot.Gen, card?.Gen ?? slot.Gen), Math.Min(slot.Elec, card?.Elec ?? slot.Elec));
            text.Append(
                $"{PortAddress(i)} PCI bridge [0604]: Device [0b16:{0x1000 + i:x4}] (rev 01) (prog-if 00 "
                    + $"[Normal decode])\n\tBus: primary=00, secondary={Bus(i):x2}, subordinate={Bus(i):x2}, "
                    + "sec-latency=0\n\tCapabilities: [40] Express (v2) Root Port (Slot+), IntMsgNum 0\n\t\tDevCtl:\tCorrErr- "
                    + "NonFatalErr- FatalErr- UnsupReq-\n\t\t\tMaxPayload 256 bytes, MaxReadReq 512 bytes\n"
            );
            text.Append(
                $"\t\tLnkCap:\tPort #{i + 1}, Speed {Speed(slot.Gen)}, Width "
                    + $"x{slot.Elec}, ASPM not supported\n\t\tLnkSta:\tSpeed {Speed(gen)}, Width "
                    + $"x{(card is null ? 0 : width)}\n\t\tSltCap:\tAttnBtn- PwrCtrl-\n\t\t\tSlot "
                    + $"#{i + 1}, PowerLimit {(slot.Watt ?? 75).ToString()}W; Interlock- NoCompl+\n\n"
            );
            if (card is null)
                continue;
            text.Append(
                $"{CardAddress(i)} {Class(card.Role)}: {card.Name} [0b16:{0x2000 + i:x4}] "
                    + "(rev 02)\n\tCapabilities: [40] Express (v2) Endpoint, "
                    + "IntMsgNum 0\n\t\tDevCtl:\tCorrErr- NonFatalErr- FatalErr- "
                    + "UnsupReq-\n\t\t\tMaxPayload 256 bytes, MaxReadReq 512 bytes\n"
            );
            text.Append(
                $"\t\tLnkCap:\tPort #0, Speed {Speed(card.Gen ?? slot.Gen)}, Width x{card.Elec ?? slot.Elec}, "
                    + $"ASPM not supported\n\t\tLnkSta:\tSpeed {Speed(gen)}, Width x{width}\n\n"
            );
        }
        return text.ToString();
    }

    /// <summary><c>lspci -vmm</c>: the cards in the machine-readable form, which tells no links.</summary>
    public string PciRecords()
    {
        var text = new StringBuilder();
        for (var i = 0; i < sheet.Slots.Count; i++)
            if (sheet.Slots[i].Bus != CardBus.Pci && build.At(Place.Card(sheet.Slots[i].Id)) is { Card: { } card })
                text.Append(
                    $"Slot:\t{CardAddress(i)}\nClass:\t{Class(card.Role)[..Class(card.Role).IndexOf('[')].Trim()}"
                        + $"\nDevice:\t{card.Name}\nPhySlot:\t{sheet.Slots[i].Id}\n\n"
                );
        return text.ToString();
    }

    internal static string CardAddress(int slot) => $"{Bus(slot):x2}:00.0";

    private static string PortAddress(int slot) => $"00:{slot + 1:x2}.0";

    private static int Bus(int slot) => 0x10 + slot * 8;

    private static string Speed(int gen) =>
        gen switch
        {
            1 => "2.5GT/s",
            2 => "5GT/s",
            3 => "8GT/s",
            4 => "16GT/s",
            5 => "32GT/s",
            _ => "64GT/s",
        };

    private static string Class(CardRole role) =>
        role switch
        {
            CardRole.Controller => "Serial Attached SCSI controller [0107]",
            CardRole.Network => "Ethernet controller [0200]",
            CardRole.Graphics => "VGA compatible controller [0300]",
            _ => "System peripheral [0880]",
        };

    /// <summary>Link settings of one port.</summary>
    public static string Port(string name, int mbs, params int[] supported) =>
        $"Settings for {name}:\n\tSupported ports: [ FIBRE ]\n\tSupported link modes:   "
        + $"{string.Join("\n\t                        ", supported.Select(s => $"{s}baseT/Full"))}\n\tSpeed: "
        + $"{mbs}Mb/s\n\tDuplex: Full\n\tPort: FIBRE\n\tLink detected: yes\n";

    /// <summary>Result of the common I/O tester for one job.</summary>
    public static string Benchmark(string job, double readMBs, double iops, double latency99Ms) =>
        SimulatedStorage.Json(
            new JsonObject
            {
                ["fio version"] = "fio-3.33",
                ["jobs"] = new JsonArray(
                    new JsonObject
                    {
                        ["jobname"] = job,
                        ["read"] = new JsonObject
                        {
                            ["io_bytes"] = (long)(readMBs * 60e6),
                            ["bw_bytes"] = (long)(readMBs * 1e6),
                            ["iops"] = iops,
                            ["clat_ns"] = new JsonObject { ["percentile"] = new JsonObject { ["99.000000"] = (long)(latency99Ms * 1e6) } },
                        },
                        ["write"] = new JsonObject { ["io_bytes"] = 0 },
                    }
                ),
            }
        );

    /// <summary>The kernel's log: a start without trouble, and the lines given.</summary>
    public static string Log(params string[] faults) =>
        "[    0.000000] Linux version 6.1.0\n[    0.412000] smp: Bringing up secondary CPUs "
        + "...\n[    2.100000] EXT4-fs (md0): mounted filesystem with ordered data mode\n"
        + string.Concat(faults.Select((f, i) => $"[{812.5 + i, 12:0.000000}] {f}\n"));

    /// <summary>The management controller's network settings.</summary>
    public static string ManagementNetwork(string address) =>
        $"IP Address Source       : Static Address\nIP Address              : {address}\nSubnet "
        + "Mask             : 255.255.255.0\nMAC Address             : 02:00:00:00:00:01\n\n";

    /// <summary><c>uname -a</c>.</summary>
    public static string Name(string host) => $"Linux {host} 6.1.0-25-amd64 #1 SMP PREEMPT_DYNAMIC x86_64 GNU/Linux\n";
}
