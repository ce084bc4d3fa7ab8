using Irvak.Core.Observations;

namespace Irvak.Captures.Tests;

/// <summary>What people paste who don't ask for JSON. Shapes: lsblk(8), smartctl(8), mdadm(8), lspci(8), from memory; strings are the
/// demo's.</summary>
public sealed class PlainTextTests
{
    private static Observation Read(string text) => CaptureReader.Read(text).Seen;

    [Fact]
    public void The_usual_block_listing()
    {
        var reading = CaptureReader.Read(
            """
            NAME    MAJ:MIN RM   SIZE RO TYPE  MOUNTPOINTS
            sda       8:0    0   3.6T  0 disk  
            └─sda1    8:1    0   3.6T  0 part  
              └─md0   9:0    0  10.9T  0 raid5 /srv
            sdb       8:16   0 931.5G  0 disk  
            ├─sdb1    8:17   0   512M  0 part  /boot/efi
            └─sdb2    8:18   0   931G  0 part  /
            loop0     7:0    0  63.9M  1 loop  /snap/core
            sr0      11:0    1  1024M  0 rom   
            """
        );
        Assert.Empty(reading.Rest);
        Assert.Equal(
            [("/dev/sda", 4_000_787_030_016, "md0", "/srv"), ("/dev/sdb", 1_000_204_886_016, null, "/boot/efi /")],
            reading.Seen.Drives.Select(d => (d.Path!, d.Bytes!.Value, d.MemberOf, string.Join(' ', d.Uses)))
        ); // IDEMA LBA1-03
        Assert.Contains("taken for the usual one of that size", Assert.Single(reading.Remarks));
    }

    [Fact]
    public void A_block_listing_with_other_columns_and_bytes()
    {
        var drive = Assert.Single(
            Read(
                "NAME   SIZE          TYPE MODEL        SERIAL   TRAN ROTA LOG-SEC PHY-SEC\nsda    4000787030016 disk EK N4 7200 "
                    + "  EK-0001  sata    1     512    4096\n`-sda1 4000785981440 part                            1     512    4096\n"
            ).Drives
        );
        Assert.Equal(
            (4_000_787_030_016, "EK N4 7200", "EK-0001", "sata", true, 512, 4096),
            (drive.Bytes!.Value, drive.Model, drive.Serial, drive.Transport, drive.Rotational, drive.SectorBytes, drive.PhysicalSectorBytes)
        );
    }

    [Theory]
    [InlineData("1.8T", 2_000_398_934_016)]
    [InlineData("447.1G", 480_103_981_056)]
    [InlineData("7.3T", 8_001_563_222_016)]
    [InlineData("5.1T", null)] // no drive is sold that shows so
    public void A_rounded_size_is_the_one_drive_that_is_shown_so(string size, long? bytes) =>
        Assert.Equal(
            bytes,
            Assert.Single(Read($"NAME MAJ:MIN RM   SIZE RO TYPE MOUNTPOINT\nsda    8:0    0 {size, 6}  0 disk \n").Drives).Bytes
        );

    private const string Head = "smartctl 7.3 2022-02-28 r5338 [x86_64-linux-6.1.0-18-amd64] (local build)\nCopyright (C) 2002-22\n\n";

    [Fact]
    public void Health_of_an_ATA_disk()
    {
        var reading = CaptureReader.Read(
            Head
                + """
                === START OF INFORMATION SECTION ===
                Model Family:     Ekkelund N
                Device Model:     EK-N4
                Serial Number:    EK-0002
                LU WWN Device Id: 5 000c50 0a1b2c3d4
                Firmware Version: CC43
                User Capacity:    4,000,787,030,016 bytes [4.00 TB]
                Sector Sizes:     512 bytes logical, 4096 bytes physical
                Rotation Rate:    5900 rpm
                Form Factor:      3.5 inches
                ATA Version is:   ACS-3 T13/2161-D revision 5
                SATA Version is:  SATA 3.1, 6.0 Gb/s (current: 3.0 Gb/s)

                === START OF READ SMART DATA SECTION ===
                SMART overall-health self-assessment test result: PASSED

                ID# ATTRIBUTE_NAME          FLAG     VALUE WORST THRESH TYPE      UPDATED  WHEN_FAILED RAW_VALUE
                  5 Reallocated_Sector_Ct   0x0033   100   100   010    Pre-fail  Always       -       16
                  9 Power_On_Hours          0x0032   074   074   000    Old_age   Always       -       23421
                194 Temperature_Celsius     0x0022   034   050   000    Old_age   Always       -       34 (0 15 0 0 0)
                197 Current_Pending_Sector  0x0012   100   100   000    Old_age   Always       -       24
                198 Offline_Uncorrectable   0x0010   100   100   000    Old_age   Offline      -       24
                199 UDMA_CRC_Error_Count    0x003e   200   200   000    Old_age   Always       -       3
                """
        );
        var drive = Assert.Single(reading.Seen.Drives);
        Assert.Equal(
            ("EK-N4", "EK-0002", 4_000_787_030_016, 5900, "3.5", "sata", 6.0, 3.0),
            (drive.Model, drive.Serial, drive.Bytes!.Value, drive.Rpm, drive.Form, drive.Transport, drive.LinkMostGbs, drive.LinkNowGbs)
        );
        var h = drive.Health!;
        Assert.Equal(
            (16L, 23421L, 34, 24L, 24L, 3L, true),
            (h.Reallocated, h.PowerOnHours, h.Celsius, h.Pending, h.Uncorrectable, h.CableErrors, h.Passed)
        );
    }

    [Fact]
    public void Health_of_a_SAS_disk()
    {
        var drive = Assert.Single(
            Read(
                Head
                    + """
                    === START OF INFORMATION SECTION ===
                    Vendor:               EKKELUND
                    Product:              EK-15K
                    Revision:             0003
                    User Capacity:        600,127,266,816 bytes [600 GB]
                    Logical block size:   512 bytes
                    Rotation Rate:        15000 rpm
                    Form Factor:          2.5 inches
                    Serial number:        EK-9001
                    Transport protocol:   SAS (SPL-4)
                    === START OF READ SMART DATA SECTION ===
                    SMART Health Status: OK
                    Current Drive Temperature:     33 C
                    Drive Trip Temperature:        65 C
                    Accumulated power on time, hours:minutes 23456:12
                    Elements in grown defect list: 7
                    Error counter log:
                               Errors Corrected by           Total   Correction     Gigabytes    Total
                    read:   1234567        0         0   1234567          0      12345.678           0
                    write:         0        0         0         0          0       2345.500           1
                    """
            ).Drives
        );
        Assert.Equal(
            ("EK-15K", "EK-9001", "sas", 15000, 600_127_266_816),
            (drive.Model, drive.Serial, drive.Transport, drive.Rpm, drive.Bytes!.Value)
        );
        var h = drive.Health!;
        Assert.Equal(
            (23456L, 7L, 33, 65, 1L, 2_345_500_000_000L),
            (h.PowerOnHours, h.GrownDefects, h.Celsius, h.WarnCelsius, h.Uncorrectable, h.BytesWritten)
        );
    }

    [Fact]
    public void Health_of_NVMe_and_of_several_drives_in_one_paste()
    {
        const string nvme = """
            === START OF INFORMATION SECTION ===
            Model Number:                       RV-P1
            Serial Number:                      RV-0007
            Firmware Version:                   2.1
            Total NVM Capacity:                 1,000,204,886,016 [1.00 TB]
            NVMe Version:                       1.4
            Namespace 1 Formatted LBA Size:     512

            === START OF SMART DATA SECTION ===
            SMART overall-health self-assessment test result: PASSED
            Critical Warning:                   0x04
            Temperature:                        41 Celsius
            Available Spare:                    98%
            Available Spare Threshold:          10%
            Percentage Used:                    12%
            Data Units Written:                 2,345,678 [1.20 TB]
            Power Cycles:                       120
            Power On Hours:                     8,760
            Media and Data Integrity Errors:    2

            """;
        var drives = Read(Head + nvme + Head + nvme.Replace("RV-0007", "RV-0008")).Drives;
        Assert.Equal(["RV-0007", "RV-0008"], drives.Select(d => d.Serial).Order());
        var h = drives[0].Health!;
        // A data unit is 1000 blocks of 512 bytes (NVM Express base specification).
        Assert.Equal(
            (4, 41, 98, 10, 12, 2_345_678L * 512_000, 8760L, 2L),
            (
                h.CriticalWarning,
                h.Celsius,
                h.SparePercent,
                h.SpareThresholdPercent,
                h.PercentUsed,
                h.BytesWritten,
                h.PowerOnHours,
                h.MediaErrors
            )
        );
    }

    private static string Member(string device, string role, string state, long events) =>
        $"/dev/{device}:\n          Magic : a92b4efc\n        Version : 1.2\n     Array UUID : 11111111:22222222:33333333:44444444\n "
        + "          Name : skerry:0  (local to host skerry)\n     Raid Level : raid5\n   Raid Devices : 4\n     "
        + $"Array Size : 11720658432 KiB (10.92 TiB 12.00 TB)\n          State : clean\n         Events : {events}\n     Chunk "
        + $"Size : 512K\n    Device Role : {role}\n    Array State : {state} ('A' == active, '.' == missing, 'R' == replacing)\n";

    [Fact]
    public void What_members_carry()
    {
        var whole = Assert.Single(Read(string.Concat("abcd".Select((c, i) => Member($"sd{c}1", $"Active device {i}", "AAAA", 100)))).Raids);
        Assert.Equal(
            ("md0", "raid5", 4, 4, 512, 11720658432L * 1024),
            (whole.Name, whole.Level, whole.Wanted!.Value, whole.Present!.Value, whole.ChunkKiB!.Value, whole.Bytes!.Value)
        );
        Assert.Equal(RaidCondition.Whole, RaidHealth.Of(whole).Condition);
        var stale = Assert.Single(
            Read(
                Member("sda1", "Active device 0", "AA.A", 120)
                    + Member("sdb1", "Active device 1", "AA.A", 120)
                    + Member("sdc1", "Active device 2", "AAAA", 80)
            ).Raids
        );
        Assert.Equal([("sda1", "active"), ("sdb1", "active"), ("sdc1", "failed")], stale.Members.Select(m => (m.Name, m.Role)));
        Assert.Equal((RaidCondition.Degraded, 1), (RaidHealth.Of(stale).Condition, RaidHealth.Of(stale).Missing!.Value));
    }

    [Theory]
    [InlineData("Slot:\t10000:e1:00.0\nClass:\tSATA controller [0106]\nVendor:\tCorvath [1234]\nDevice:\tC8 [5678]\n")]
    [InlineData("Slot:   10000:e1:00.0\nClass:  SATA controller [0106]\nVendor: Corvath [1234]\nDevice: C8 [5678]\n")]
    public void Records_of_the_bus_with_long_domains_and_blanks_for_tabs(string text)
    {
        var device = Assert.Single(Read(text).Pci);
        Assert.Equal(
            ("10000:e1:00.0", "SATA controller", "0106", "Corvath C8"),
            (device.Address, device.Class, device.ClassCode, device.Name)
        );
    }

    [Fact]
    public void A_header_of_the_bus_with_a_long_domain() =>
        Assert.Equal(
            ("10000:e1:00.0", "0108"),
            Assert.Single(
                Read("10000:e1:00.0 Non-Volatile memory controller [0108]: Ruvane P1 [1234:5678]\n\tLnkSta:\tSpeed 8GT/s, Width x4\n").Pci
            )
                is var d
                ? (d.Address, d.ClassCode)
                : default
        );

    [Fact]
    public void What_is_not_read_is_no_dead_end() =>
        Assert.Contains("answered by eye", CaptureReader.Read("Bonjour tout le monde\n").Sentence);

    // Two versions of the tool: everything at the edge, and in groups. lscpu(1), from memory.
    private const string Flat = """
        Architecture:          x86_64
        CPU op-mode(s):        32-bit, 64-bit
        Byte Order:            Little Endian
        CPU(s):                32
        On-line CPU(s) list:   0-31
        Thread(s) per core:    2
        Core(s) per socket:    8
        Socket(s):             2
        NUMA node(s):          2
        Vendor ID:             Ostrel
        Model name:            Ostrel N-416 v2
        Stepping:              1
        CPU max MHz:           3000.0000
        L1d cache:             32K
        NUMA node0 CPU(s):     0-7,16-23
        Flags:                 fpu lm

        """;

    private const string Grouped = """
        Architecture:             i686
          CPU op-mode(s):         32-bit
          Byte Order:             Little Endian
        CPU(s):                   4
          On-line CPU(s) list:    0-3
        Vendor ID:                Ostrel
          Model name:             Ostrel N-104
            Thread(s) per core:   1
            Core(s) per socket:   4
            Socket(s):            1
        Virtualization features:
          Virtualization:         full
        Caches (sum of all):
          L1d:                    128 KiB (4 instances)
        NUMA:
          NUMA node(s):           1
        Vulnerabilities:
          L1tf:                   Not affected

        """;

    [Theory]
    [InlineData(Flat, 16, 2, "Ostrel N-416 v2", 64)]
    [InlineData(Grouped, 4, 1, "Ostrel N-104", 32)]
    public void A_processor_listing(string text, int cores, int packages, string name, int bits)
    {
        // What follows without a gap is another tool's again.
        var reading = CaptureReader.Read(text + "MemTotal:       16384000 kB\n");
        Assert.Empty(reading.Rest);
        Assert.Empty(reading.Remarks);
        var load = reading.Seen.Load!;
        Assert.Equal(
            (cores, packages, name, bits),
            (load.Cores!.Value, load.Packages!.Value, load.ProcessorName, reading.Seen.OsBits!.Value)
        );
        Assert.Equal((OsKind.Linux, 16_384_000L), (reading.Seen.OsKind, reading.Seen.MemTotalKiB));
    }

    [Fact]
    public void A_processor_listing_of_a_virtual_machine_tells_no_sockets_and_one_that_knows_none_tells_none()
    {
        var guest = CaptureReader.Read(Flat.Replace("Stepping", "Hypervisor vendor"));
        Assert.Null(guest.Seen.Load!.Packages);
        Assert.Contains("virtual machine", Assert.Single(guest.Remarks));
        var unsaid = Read(Flat.Replace("Socket(s):             2", "Socket(s):             -")).Load!;
        Assert.Equal((null, null), (unsaid.Packages, unsaid.Cores));
        // Clusters of cores are no sockets.
        var clusters = Read(
            Flat.Replace("Core(s) per socket", "Core(s) per cluster")
                .Replace("Socket(s):             2", "Socket(s):             -\nCluster(s):            2")
        ).Load!;
        Assert.Equal((null, 16), (clusters.Packages, clusters.Cores));
        Assert.Null(Read(Flat.Replace("x86_64", "mips")).OsBits);
    }

    [Theory]
    [InlineData("fpu lm", 2)]
    [InlineData("fpu hypervisor lm", null)]
    public void Processors_as_the_kernel_lists_them_are_counted_by_package(string flags, int? packages)
    {
        string Of(int cpu, int package) =>
            $"processor\t: {cpu}\nmodel name\t: Ostrel N-416\nphysical id\t: {package}\ncore id\t\t: 0\nflags\t\t: {flags}\n\n";
        var load = Read(Of(0, 0) + Of(1, 1)).Load!;
        Assert.Equal((2, packages), (load.Cores, load.Packages));
    }
}
