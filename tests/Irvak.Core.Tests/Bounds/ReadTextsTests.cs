using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Irvak.Core.Expectations;
using Irvak.Core.Memory;
using Irvak.Core.Shelf;

namespace Irvak.Core.Tests.Bounds;

/// <summary>
/// What is made of labels and lines as people write them, each part of them varied, as somebody last looked at it in
/// tests/Shared/read-texts.txt. Definition, no source; labels of the standards have checks of their own.
/// </summary>
public class ReadTextsTests
{
    private static readonly JsonSerializerOptions Short = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingDefault,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    [Fact]
    public void Every_text_is_read_as_it_was_last_looked_at()
    {
        string[] lines =
        [
            .. Labels().Distinct().Select(t => $"{t} -> {JsonSerializer.Serialize(ModuleLabel.Read(t), Short)}"),
            .. Written().Distinct().Select(t => $"{t} -> {JsonSerializer.Serialize(PartText.Read(t), Short)}"),
            .. Typed().Select(t => $"{t.Text} as {t.Unit} -> {JsonSerializer.Serialize(SeenNumber.Readings(t.Text, t.Unit))}"),
            .. Prices().Select(t => $"{t} -> {JsonSerializer.Serialize(ShelfTable.Money(t))}"),
        ];
        LookedAt.Same("read-texts.txt", lines);
    }

    private static IEnumerable<string> Labels() =>
        [
            .. Each([5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15], [6400, 8500, 10600, 12800, 14900, 17000], (l, r) => $"4GB 2Rx8 PC3-{r}U-{l}"),
            .. Each([3, 4, 5, 6, 7], [3200, 4200, 5300, 6400, 8500], (l, r) => $"1GB 2Rx8 PC2-{r}U-{l}{l}{l}"),
            .. Each(LabelTables.Ddr4Bins.Keys, [1600, 1866, 2133, 2400, 2933, 3200], (bin, rate) => $"16GB 2Rx4 PC4-{rate}{bin}-R"),
            .. Each(LabelTables.Ddr4Bins.Keys, ["U", "E", "R", "L", "S", "T"], (bin, t) => $"16GB 2Rx4 PC4-2666{bin}-{t}"),
            .. Each([3200, 3600, 4000, 4400, 4800, 5200, 5600, 6000, 6400, 6800, 7200], ["A", "AN", "B", "BN", "C", "D"], (r, g) =>
                $"32GB 2Rx8 PC5-{r}{g}-UA0-1010"
            ),
            .. Each(
                ["256MB", "512MB", "1GB", "3 GB", "24GB", "48GB", "96GB", "128GB", "256GB", "512GB", "1024GB", "2TB"],
                ["1Rx4", "1Rx8", "1Rx16", "2Rx8", "4Rx4", "8Rx4", "4DRx4", "2S2Rx4", "2S4Rx4", ""],
                (c, r) => $"{c} {r} PC4-2666V-R"
            ),
            .. Each(
                ["PC3-12800", "PC3L-12800", "PC3U-12800", "DDR3-1600 1.35 V", "DDR3-1600 1.5V", "DDR3 1600 1,25 V", "DDR3 1.20V"],
                ["", "R", " ECC UDIMM", " ECC SO-DIMM", " RDIMM", " LRDIMM", " ECC", " SODIMM", " unbuffered ECC", " registered"],
                (g, t) => $"8GB 2Rx8 {g}{t}"
            ),
            .. Each(
                [
                    "DDR 400",
                    "SDRAM 133",
                    "LPDDR4 3200",
                    "LPDDR5-6400",
                    "GDDR6",
                    "HBM2 ",
                    "PC133",
                    "PC3200",
                    "DDR2-667F",
                    "PC2-5300P",
                    "PC2-5300F",
                    "DDR6 8000",
                ],
                ["512MB ", "2 x 1GB ", "Kit 4 × 2 GB ", ""],
                (g, k) => k + g
            ),
            .. Each(
                ["DDR2", "DDR3", "DDR4", "DDR5"],
                [200, 400, 533, 800, 1066, 1333, 2132, 2133, 2134, 2400, 2933, 3200, 4800, 8000, 12_000, 12_800, 19_200, 25_600],
                (g, r) => $"8GB {g}-{r}"
            ),
        ];

    private static IEnumerable<string> Written() =>
        [
            .. Each(
                [
                    "4 TB",
                    "4TB",
                    "3.84 TB",
                    "0,5 TB",
                    "49 GB",
                    "50 GB",
                    "500GB",
                    "960 G",
                    "8000 GB",
                    "8001 GB",
                    "22 T",
                    "1 GB",
                    "0.9 GB",
                    "1000 TB",
                    "1001 TB",
                    "",
                ],
                [
                    "SAS 3.5 7200",
                    "SATA SSD 2.5 7 mm",
                    "NVMe M.2 2280 gen 4 x4",
                    "USB stick",
                    "disk 5400",
                    "HDD 10k rpm 2,5",
                    "NVMe U.2 15mm",
                ],
                (size, rest) => $"{size} {rest}".Trim()
            ),
            .. Each(
                ["SATA disk 3.5", "SAS 12G 2.5", "NVMe"],
                [
                    "5.4k",
                    "5900",
                    "7.2k",
                    "10000",
                    "10500",
                    "15k",
                    "15000 rpm",
                    "26.1 mm",
                    "9,5 mm",
                    "12.5mm",
                    "6 mm",
                    "4Kn",
                    "2230",
                    "22110",
                    "2242",
                    "U.3",
                    "mSATA",
                    "pcie 5.0",
                    "gen 7",
                    "x16",
                    "x3",
                ],
                (kind, rest) => $"{kind} {rest} 2 TB"
            ),
            .. Each(
                [
                    "HBA",
                    "RAID controller",
                    "SAS controller",
                    "network card",
                    "NIC",
                    "10GbE",
                    "USB card",
                    "graphics card",
                    "carrier card M.2",
                    "SD card 64 GB",
                    "eSATA controller",
                ],
                [
                    "",
                    "x8 gen 3",
                    "8-port",
                    "dual 10 Gb/s",
                    "quad 2,5 Gb/s SFP+",
                    "8i SAS 12 Gb/s",
                    "4e external SATA 6 Gb/s",
                    "PCIe 4 x16 NVMe 24 Gb/s",
                    "16 ports x4",
                ],
                (kind, rest) => $"{kind} {rest}".Trim()
            ),
            .. new[]
            {
                "64 GB card",
                "400 GB SSD add-in card",
                "4 TB SAS disk, 2-port",
                "memory card 32 GB",
                "1.6 TB NVMe card",
                "16 GB 2Rx4 PC4-2400T-R",
            },
            .. new[] { new string('y', 60), new string('y', 61), "card " + new string('y', 55), "card " + new string('y', 56) },
        ];

    private static IEnumerable<(string Text, string Unit)> Typed() =>
        from unit in new[] { "MiB", "GiB", "TiB", "TB", "MB/s", "MT/s", "lanes", "drives", "W", "" }
        from written in new[]
        {
            "",
            "K",
            "KB",
            "KiB",
            "M",
            "MB",
            "MiB",
            "G",
            "GB",
            "GiB",
            "T",
            "TB",
            "TiB",
            "P",
            "PB",
            "PiB",
            "MB/s",
            "GB/s",
            "MiB/s",
            "GiB/s",
            "MT/s",
            "MHz",
            "disks",
            "drives",
            "lanes",
            "W",
            "%",
        }
        from number in new[] { "0", "1.5", "4095", "8192" }
        select ($"{number} {written}".Trim(), unit);

    private static IEnumerable<string> Prices() =>
        [
            "12",
            "12.5",
            "12,50",
            "12.345",
            "1.234,56",
            "1,234.56",
            "1 234",
            "EUR 99,-",
            "-5",
            "",
            "n/a",
            "12..3",
            "1.234.567",
            "0",
            "12.3456",
        ];

    private static IEnumerable<string> Each<TA, TB>(IEnumerable<TA> a, TB[] b, Func<TA, TB, string> write) =>
        a.SelectMany(x => b.Select(y => write(x, y)));
}
