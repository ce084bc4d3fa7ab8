namespace Irvak.Captures.Tests;

/// <summary>Formats as their own documentation shows them.</summary>
public class PublishedExamplesTests
{
    [Fact]
    // shape: Linux kernel, drivers/md md_seq_show and md(4); lines from memory of the manual's own examples
    public void Kernel_status_of_arrays()
    {
        var reading = CaptureReader.Read(
            """
            Personalities : [raid1] [raid6] [raid5] [raid4]
            md127 : active raid5 sdh1[6] sdg1[4] sdf1[3] sde1[2] sdd1[1] sdc1[0](F)
                  1318680576 blocks super 1.2 level 5, 1024k chunk, algorithm 2 [6/5] [_UUUUU]
                  [==>..................]  recovery = 12.6% (37043392/292945152) finish=127.5min speed=33440K/sec
                  bitmap: 2/3 pages [8KB], 65536KB chunk

            md1 : active raid1 sdb2[1] sda2[0] sdz2[2](S)
                  136448 blocks [2/2] [UU]

            unused devices: <none>
            """
        );
        Assert.Equal(("software arrays", reading.Lines), (reading.Kind, reading.Used));
        var (five, one) = (reading.Seen.Raids[0], reading.Seen.Raids[1]);
        Assert.Equal(
            ("md127", "raid5", 1318680576L * 1024, 6, 5, 1024),
            (five.Name, five.Level, five.Bytes!.Value, five.Wanted!.Value, five.Present!.Value, five.ChunkKiB!.Value)
        );
        Assert.Equal(("recovery", 12.6, 127.5), (five.Activity, five.ActivityPercent!.Value, five.MinutesLeft!.Value));
        Assert.Equal(["sdc1"], five.Members.Where(m => m.Role == "failed").Select(m => m.Name));
        Assert.Equal([("sdb2", "active"), ("sda2", "active"), ("sdz2", "spare")], one.Members.Select(m => (m.Name, m.Role)));
    }

    [Fact]
    public void Detail_of_an_array() // shape: mdadm --detail, from memory
    {
        var reading = CaptureReader.Read(
            """
            /dev/md0:
                       Version : 1.2
                 Creation Time : Tue Feb  3 09:12:44 2026
                    Raid Level : raid6
                    Array Size : 11720540160 (10.92 TiB 12.00 TB)
                 Used Dev Size : 3906846720 (3.64 TiB 4.00 TB)
                  Raid Devices : 5
                 Total Devices : 6
                         State : clean, degraded, recovering
                Active Devices : 4
               Working Devices : 6
                    Chunk Size : 512K
                Rebuild Status : 41% complete

                Number   Major   Minor   RaidDevice State
                   0       8        1        0      active sync   /dev/sda1
                   5       8       81        1      spare rebuilding   /dev/sdf1
                   -       0        0        2      removed
                   6       8       97        -      faulty   /dev/sdg1
            """
        );
        var array = Assert.Single(reading.Seen.Raids);
        Assert.Equal(
            ("md0", "raid6", 11720540160L * 1024, 5, 512),
            (array.Name, array.Level, array.Bytes!.Value, array.Wanted!.Value, array.ChunkKiB!.Value)
        );
        Assert.Equal(("rebuild", 41.0), (array.Activity, array.ActivityPercent!.Value));
        Assert.Equal([("sda1", "active"), ("sdf1", "rebuilding"), ("sdg1", "failed")], array.Members.Select(m => (m.Name, m.Role)));
    }

    [Fact]
    public void Pressure_with_its_path() // Linux kernel documentation, accounting/psi
    {
        var seen = CaptureReader
            .Read(
                "/proc/pressure/memory:some avg10=1.60 avg60=1.10 avg300=0.42 total=1234\n/proc/pressure/memory:full "
                    + "avg10=0.00 avg60=0.00 avg300=0.00 total=4\n/proc/pressure/io:some avg10=0.00 avg60=0.00 avg300=7.50 total=22\n"
            )
            .Seen;
        Assert.Equal((0.42, 7.5), (seen.Load!.MemoryWaitPercent!.Value, seen.Load.StorageWaitPercent!.Value));
        Assert.Contains(
            "without its path",
            Assert.Single(CaptureReader.Read("MemTotal: 4096000 kB\nsome avg10=1.60 avg60=1.10 avg300=0.42 total=1234\n").Rest).Reason
        );
    }

    [Fact]
    public void Two_lines_of_load_tell_the_present() // columns: vmstat(8); si, so, bo in KiB/s
    {
        var load = CaptureReader
            .Read(
                """
                procs -----------memory---------- ---swap-- -----io---- -system-- ------cpu-----
                 r  b   swpd   free   buff  cache   si   so    bi    bo   in   cs us sy id wa st
                 1  0 524288  81244  10240 400000   90   80   500  9999  100  200 10  5 80  5  0
                 2  1 524288  80244  10240 400000   40   60   300  2048  100  200 30 10 20 40  0
                 2  1 524288  80244  10240 400000   20   20   300  1024  100  200 30 10 40 20  0
                """
            )
            .Seen.Load!;
        Assert.Equal(
            (30.0, 40.0, 1536.0, 30.0),
            (load.SwapInKiBs!.Value, load.SwapOutKiBs!.Value, load.WriteKiBs!.Value, load.IdlePercent!.Value)
        );
    }

    [Fact]
    public void Link_settings() // shape: ethtool(8), from memory
    {
        var port = Assert.Single(
            CaptureReader
                .Read(
                    "Settings for enp1s0:\n\tSupported ports: [ FIBRE ]\n\tSupported "
                        + "link modes:   1000baseT/Full\n\t                        "
                        + "10000baseSR/Full\n\t                        25000baseCR/Full\n\tSpeed: "
                        + "10000Mb/s\n\tDuplex: Full\n\tPort: FIBRE\n\tLink detected: yes\n"
                )
                .Seen.Ports
        );
        Assert.Equal(("enp1s0", 10000, true, "FIBRE"), (port.Name, port.Mbs!.Value, port.Link!.Value, port.Socket));
        Assert.Equal([1000, 10000, 25000], port.Supported);
    }

    [Fact]
    public void Disks_their_mounts_and_their_pools() // shape: lsblk(8) -J, util-linux
    {
        var seen = CaptureReader
            .Read(
                """
                {"blockdevices": [
                  {"name":"sda","path":"/dev/sda","type":"disk","size":4000787030016,"model":"EK-N4","serial":"EK00A1","rota":true,"tran":"sata","log-sec":512,"phy-sec":4096,"rev":"0104",
                   "children":[{"name":"sda1","type":"part","fstype":"linux_raid_member","label":"sound:0","children":[{"name":"md0","type":"raid6","mountpoints":["/srv"]}]}]},
                  {"name":"nvme0n1","path":"/dev/nvme0n1","type":"disk","size":960197124096,"model":"RV-M2","serial":"RV0001","rota":false,"tran":"nvme","log-sec":512,"phy-sec":512,
                   "children":[{"name":"nvme0n1p2","type":"part","fstype":"ext4","mountpoints":["/"]}]},
                  {"name":"sr0","type":"rom","size":1073741312}
                ]}
                """
            )
            .Seen;
        Assert.Equal(2, seen.Drives.Count);
        var (disk, flash) = (seen.Drives[0], seen.Drives[1]);
        Assert.Equal(
            ("EK00A1", 4000787030016, "sata", 512, 4096, true, "md0"),
            (
                disk.Serial,
                disk.Bytes!.Value,
                disk.Transport,
                disk.SectorBytes!.Value,
                disk.PhysicalSectorBytes!.Value,
                disk.Rotational!.Value,
                disk.MemberOf
            )
        );
        Assert.Equal((true, false, null), (flash.InUse, flash.Rotational!.Value, flash.MemberOf));
        Assert.Equal(["/"], flash.Uses);
    }

    [Fact]
    public void Health_of_a_SATA_drive() // shape: smartctl --json; offsets of device statistics: ACS-4, log 04h
    {
        var drive = Assert.Single(
            CaptureReader
                .Read(
                    """
                    {"smartctl":{"version":[7,3],"exit_status":0},"device":{"name":"/dev/sda","type":"sat","protocol":"ATA"},
                     "model_name":"EK-N4","serial_number":"EK00A1","firmware_version":"0104","user_capacity":{"blocks":7814037168,"bytes":4000787030016},
                     "logical_block_size":512,"physical_block_size":4096,"rotation_rate":7200,"form_factor":{"name":"3.5 inches"},
                     "interface_speed":{"max":{"string":"6.0 Gb/s"},"current":{"string":"3.0 Gb/s"}},"smart_status":{"passed":true},
                     "ata_smart_attributes":{"table":[{"id":5,"raw":{"value":8589934600}},{"id":197,"raw":{"value":2}},{"id":199,"raw":{"value":17}}]},
                     "power_on_time":{"hours":31000},"temperature":{"current":38},
                     "ata_device_statistics":{"pages":[{"number":1,"table":[{"offset":24,"value":1000000,"flags":{"valid":true}}]},{"number":3,"table":[{"offset":32,"value":9,"flags":{"valid":false}}]}]}}
                    """
                )
                .Seen.Drives
        );
        var h = drive.Health!;
        Assert.Equal(
            (7200, true, "3.5", 6.0, 3.0),
            (drive.Rpm!.Value, drive.Rotational!.Value, drive.Form, drive.LinkMostGbs!.Value, drive.LinkNowGbs!.Value)
        );
        // Raw value 2 × 2³² + 8: the upper words are the maker's own, and an invalid statistic does not count.
        Assert.Equal(
            (8L, 2L, 17L, 31000L, 38, 512_000_000L),
            (h.Reallocated!.Value, h.Pending!.Value, h.CableErrors!.Value, h.PowerOnHours!.Value, h.Celsius!.Value, h.BytesWritten!.Value)
        );
    }

    [Fact]
    public void Health_of_an_NVMe_drive_counts_units_of_512000_bytes() // NVM Express base specification, log page 02h
    {
        var drive = Assert.Single(
            CaptureReader
                .Read(
                    """
                    {"smartctl":{"exit_status":0},"device":{"name":"/dev/nvme0","type":"nvme","protocol":"NVMe"},"model_name":"RV-M2","serial_number":"RV0001","nvme_total_capacity":960197124096,
                     "nvme_smart_health_information_log":{"critical_warning":0,"temperature":41,"available_spare":100,"available_spare_threshold":10,"percentage_used":7,"data_units_written":2000000,"power_on_hours":812,"media_errors":0}}
                    """
                )
                .Seen.Drives
        );
        Assert.Equal(
            (7, 100, 10, 2_000_000L * 512_000, 812L, false),
            (
                drive.Health!.PercentUsed!.Value,
                drive.Health.SparePercent!.Value,
                drive.Health.SpareThresholdPercent!.Value,
                drive.Health.BytesWritten!.Value,
                drive.Health.PowerOnHours!.Value,
                drive.Rotational!.Value
            )
        );
    }

    [Fact]
    public void Health_of_a_SAS_drive() // shape: smartctl --json of SCSI devices, from memory
    {
        var drive = Assert.Single(
            CaptureReader
                .Read(
                    """
                    {"smartctl":{"exit_status":0},"device":{"name":"/dev/sdb","protocol":"SCSI"},"scsi_vendor":"EKKELUND","scsi_product":"EK-S8","scsi_revision":"A01","serial_number":"EKS8001","rotation_rate":7200,
                     "user_capacity":{"bytes":8001563222016},"logical_block_size":4096,"smart_status":{"passed":false},"scsi_grown_defect_list":61,
                     "scsi_error_counter_log":{"read":{"gigabytes_processed":"1200.5","total_uncorrected_errors":3},"write":{"gigabytes_processed":"800.25","total_uncorrected_errors":1}}}
                    """
                )
                .Seen.Drives
        );
        Assert.Equal(
            ("sas", 61L, 4L, false, 800_250_000_000L),
            (
                drive.Transport,
                drive.Health!.GrownDefects!.Value,
                drive.Health.Uncorrectable!.Value,
                drive.Health.Passed!.Value,
                drive.Health.BytesWritten!.Value
            )
        );
    }

    [Fact]
    public void The_same_drive_in_two_tools_is_one_drive()
    {
        var seen = CaptureReader
            .Read(
                """
                {"blockdevices":[{"name":"sdb","path":"/dev/sdb","type":"disk","size":8001563222016,"serial":"EKS8001","rota":true,"tran":"sas","mountpoints":["/data"]}]}
                {"smartctl":{"exit_status":0},"device":{"name":"/dev/sdb","protocol":"SCSI"},"serial_number":"EKS8001","scsi_grown_defect_list":0}
                """
            )
            .Seen;
        var drive = Assert.Single(seen.Drives);
        Assert.Equal((true, 0L), (drive.InUse, drive.Health!.GrownDefects!.Value));
    }

    [Fact]
    public void Management_resources_of_memory_processors_and_drives() // DMTF DSP8010 schemas Memory, Processor, Drive, ComputerSystem
    {
        var reading = CaptureReader.Read(
            """
            {"Members":[
             {"@odata.type":"#ComputerSystem.v1_20_0.ComputerSystem","@odata.id":"/redfish/v1/Systems/1","Manufacturer":"Brannick","Model":"Torr 32","SerialNumber":"BT32-0007","BiosVersion":"2.14","HostName":"mosaic"},
             {"@odata.type":"#Memory.v1_17_0.Memory","DeviceLocator":"A1","CapacityMiB":16384,"MemoryDeviceType":"DDR5","BaseModuleType":"RDIMM","OperatingSpeedMhz":4400,"AllowedSpeedsMHz":[4400,4800],"RankCount":2,"SerialNumber":"MS1","Status":{"State":"Enabled"}},
             {"@odata.type":"#Memory.v1_17_0.Memory","DeviceLocator":"A2","Status":{"State":"Absent"}},
             {"@odata.type":"#Processor.v1_18_0.Processor","Socket":"CPU 1","ProcessorType":"CPU","Model":"Ostrel 16c","Status":{"State":"Enabled"}},
             {"@odata.type":"#Drive.v1_17_0.Drive","Model":"EK-N4","SerialNumber":"EK00A1","CapacityBytes":4000787030016,"MediaType":"HDD","Protocol":"SATA","RotationSpeedRPM":7200,"NegotiatedSpeedGbs":6,"PredictedMediaLifeLeftPercent":null,"FailurePredicted":false,"PhysicalLocation":{"PartLocation":{"ServiceLabel":"Bay 3"}}},
             {"@odata.type":"#EthernetInterface.v1_9_0.EthernetInterface","@odata.id":"/redfish/v1/Managers/1/EthernetInterfaces/1","IPv4Addresses":[{"Address":"10.20.0.7"}]}
            ]}
            """
        );
        var seen = reading.Seen;
        Assert.Equal(
            ("Brannick", "Torr 32", "BT32-0007", "2.14", "mosaic", "10.20.0.7"),
            (seen.Maker, seen.Product, seen.Serial, seen.FirmwareVersion, seen.HostName, seen.ManagementAddress)
        );
        Assert.Equal([16384, 0], seen.Devices.Select(d => d.SizeMiB!.Value));
        Assert.Equal((4800, 4400), (seen.Devices[0].Module!.RateMTs!.Value, seen.Devices[0].ConfiguredMTs!.Value));
        Assert.Equal(
            ("Bay 3", "EK00A1", true),
            (Assert.Single(seen.Drives).Bay, seen.Drives[0].Serial, seen.Drives[0].Health!.Passed!.Value)
        );
    }

    [Fact]
    // DMTF Common Information Model: PhysicalMemory, DiskDrive, their property names
    public void A_shells_listing_of_memory_and_disks_as_JSON_and_as_CSV()
    {
        var json = CaptureReader
            .Read(
                """[{"DeviceLocator":"DIMM 0","BankLabel":"BANK 0","Capacity":8589934592,"Speed":2400,"ConfiguredClockSpeed":2400,"SMBIOSMemoryType":26,"FormFactor":12,"TotalWidth":64,"DataWidth":64,"Manufacturer":"Maristone","PartNumber":"MA-S8","SerialNumber":"MS77"}]"""
            )
            .Seen;
        var csv = CaptureReader
            .Read(
                "\"DeviceLocator\",\"BankLabel\",\"Capacity\",\"Speed\",\"ConfiguredClockSpeed\",\"SMBIOSMemoryType\",\"FormFactor\","
                    + "\"TotalWidth\",\"DataWidth\",\"Manufacturer\",\"PartNumber\",\"SerialNumber\"\r\n\"DIMM "
                    + "0\",\"BANK 0\",\"8589934592\",\"2400\",\"2400\",\"26\",\"12\",\"64\",\"64\",\"Maristone\",\"MA-S8\",\"MS77\"\r\n"
            )
            .Seen;
        Assert.Equal(
            (8192, Core.Sheets.MemoryGeneration.Ddr4, Core.Sheets.ModuleForm.SoDimm, Core.Sheets.ModuleType.Unbuffered, "MS77"),
            (
                json.Devices[0].SizeMiB!.Value,
                json.Devices[0].Module!.Generation!.Value,
                json.Devices[0].Module!.Form!.Value,
                json.Devices[0].Module!.Type!.Value,
                json.Devices[0].Serial
            )
        );
        Assert.Equal(json.Devices[0] with { Line = 0 }, csv.Devices[0] with { Line = 0 });
    }

    [Fact]
    public void A_table_of_drives_is_read_once_its_columns_are_named()
    {
        const string text =
            "EID:Slt  DID  State  DG  Size      Intf  Med  Model\n252:0    10   Onln   0   "
            + "3.638 TB  SAS   HDD  EK-S4\n252:1    11   UGood  -   3.638 TB  SAS   HDD  EK-S4\n";
        var preview = Documents.DriveTable.Preview(text)!;
        Assert.Equal(
            [
                Documents.DriveColumn.Bay,
                Documents.DriveColumn.None,
                Documents.DriveColumn.State,
                Documents.DriveColumn.Group,
                Documents.DriveColumn.Size,
                Documents.DriveColumn.Protocol,
                Documents.DriveColumn.Media,
                Documents.DriveColumn.Model,
            ],
            preview.Guess
        );
        var seen = Documents.DriveTable.Read(text, preview.Guess).Seen;
        Assert.Equal([("252", "0", "0"), ("252", "1", null)], seen.Drives.Select(d => (d.Enclosure!, d.Bay!, d.MemberOf)));
        // 3.638 TB of a controller is binary: 4 TB as sold.
        Assert.InRange(seen.Drives[0].Bytes!.Value, 3_999_000_000_000, 4_001_000_000_000);
        // As other pages print a drive of 12 TB, and one of 4 TB.
        Assert.InRange(Documents.DriveTable.Bytes("10.91 TB")!.Value, 11_990_000_000_000, 12_010_000_000_000);
        Assert.InRange(Documents.DriveTable.Bytes("3.6 TB")!.Value, 3_950_000_000_000, 4_001_000_000_000);
        Assert.Equal(7_680_000_000_000, Documents.DriveTable.Bytes("7.68 TB"));
        Assert.Equal((true, "sas", "EK-S4"), (seen.Drives[0].Rotational!.Value, seen.Drives[0].Transport, seen.Drives[0].Model));
    }

    [Fact]
    public void Log_lines_of_failing_hardware_are_kept_and_others_are_accounted_for() // common practice, no source
    {
        var reading = CaptureReader.Read(
            "[    1.000000] Linux version 6.1.0\n[  812.412345] ata3.00: failed command: READ FPDMA QUEUED\n[  "
                + "812.500000] blk_update_request: I/O error, dev sdc, sector 81920\n[  900.000000] usb 1-1: new device\n"
        );
        Assert.Equal([2, 3], reading.Seen.Faults.Select(f => f.Line));
        Assert.Equal(2, reading.Rest.Sum(r => r.To - r.From + 1));
    }

    [Fact]
    // paths and meaning: Linux kernel documentation, Documentation/ABI/testing/sysfs-devices-edac
    public void Error_counters_by_module_and_by_controller()
    {
        const string root = "/sys/devices/system/edac/mc/mc0/";
        var reading = CaptureReader.Read(
            $"{root}ce_count:7\n{root}ue_count:0\n{root}ce_noinfo_count:2\n{root}dimm0/dimm_ce_count:5\n{root}"
                + $"dimm0/dimm_label:CPU_SrcID#0_MC#0_Chan#1_DIMM#0\n{root}"
                + "rank2/dimm_ue_count:0\n/sys/devices/system/edac/mc/mc1/ce_count:1\n"
        );
        var counts = reading.Seen.MemoryErrors!;
        Assert.Equal((8L, 0L, 1), (counts.Corrected, counts.Uncorrected, counts.Line));
        Assert.Equal(["mc0 dimm0", "mc0 rank2"], counts.Modules.Select(m => m.Name));
        Assert.Equal((5L, "CPU_SrcID#0_MC#0_Chan#1_DIMM#0"), (counts.Modules[0].Corrected, counts.Modules[0].Label));
        Assert.Equal(3, Assert.Single(reading.Rest).From);
        // Where no controller tells its sum, the modules are the sum.
        Assert.Equal(5L, CaptureReader.Read($"{root}dimm0/dimm_ce_count:5\n").Seen.MemoryErrors!.Corrected);
    }
}
