using System.Formats.Tar;
using System.IO.Compression;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Irvak.Tests;

namespace Irvak.Web.Tests;

/// <summary>Archives, tables, contradictions and photos through the real host.</summary>
public class CapturesTests(WebFixture web)
{
    private async Task<(string Number, int Last)> Bare()
    {
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Captures",
                owner = "",
                sheetId = (string?)null,
                answers = (object?)null,
            }
        );
        return (job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32());
    }

    private static byte[] Packed(params string[] captures)
    {
        using var all = new MemoryStream();
        using (var gzip = new GZipStream(all, CompressionLevel.Fastest))
        using (var tar = new TarWriter(gzip))
            foreach (var name in captures)
                tar.WriteEntry(
                    new PaxTarEntry(TarEntryType.RegularFile, "./" + name) { DataStream = new MemoryStream(WebFixture.Demo(name)) }
                );
        return all.ToArray();
    }

    [Fact]
    public async Task Files_of_another_machine_are_left_out_of_an_archive_unless_they_are_chosen()
    {
        var (number, last) = await Bare();
        var archive = Packed("torr-32-firmware.txt", "torr-32-system.txt", "ledge-6-firmware.txt");
        var answer = await WebFixture.Ok(await web.Capture(number, last, archive));
        Assert.Equal("brannick-torr-32", answer.GetProperty("job").GetProperty("sheet").GetProperty("id").GetString());
        var left = answer.GetProperty("reading").GetProperty("leftOut").EnumerateArray().Single();
        Assert.EndsWith("ledge-6-firmware.txt", left.GetProperty("name").GetString(), StringComparison.Ordinal);
        Assert.Contains("is of another machine, Brannick", left.GetProperty("sentence").GetString());
        Assert.Equal(2, (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/captures"))).GetArrayLength());
        // Of the same archive the other machine can be chosen before anything is known.
        var (second, at) = await Bare();
        var ledge = await WebFixture.Ok(await web.Capture(second, at, archive, machine: left.GetProperty("machine").GetString()));
        Assert.Equal("brannick-ledge-6", ledge.GetProperty("job").GetProperty("sheet").GetProperty("id").GetString());
        Assert.Equal(
            "torr-32-firmware.txt",
            Path.GetFileName(ledge.GetProperty("reading").GetProperty("leftOut")[0].GetProperty("name").GetString())
        );
    }

    [Fact]
    public async Task The_table_of_a_controller_tells_a_draft_its_bays_and_which_drive_is_in_trouble()
    {
        var (number, last) = await Bare();
        const string draft =
            "Handle 0x0001, DMI type 1, 27 bytes\nSystem Information\n\tManufacturer: Halmund\n\tProduct Name: Nameless\n\n"
            + "Handle 0x0011, DMI type 17, 34 bytes\nMemory Device\n\tSize: 4096 MB\n\tLocator: A1\n\tType: DDR3\n";
        await WebFixture.Ok(await web.Capture(number, last, Encoding.UTF8.GetBytes(draft)));
        var table = "Port;State;Size;Serial;Group\n0;Online;931.5 GB;CV-0001;A0\n1;Offline;931.5 GB;CV-0002;A0\n";
        var job = (
            await WebFixture.Ok(
                await web.Http.PostAsync(
                    $"/api/jobs/{number}/captures?phase=before&key={Guid.NewGuid()}&lastSeen={await web.Last(number)}&who=Ines"
                        + "&columns=bay,state,size,serial,group",
                    new StringContent(table, Encoding.UTF8, "text/plain")
                )
            )
        ).GetProperty("job");
        Assert.Equal(
            ["0", "1"],
            job.GetProperty("sheet").GetProperty("bays")[0].GetProperty("names").EnumerateArray().Select(n => n.GetString())
        );
        Assert.Equal("CV-0002", job.GetProperty("found").GetProperty("bay:1").GetProperty("serial").GetString());
        var survey = job.GetProperty("survey");
        Assert.Equal([null, "Offline"], survey.GetProperty("bays").EnumerateArray().Select(b => b.GetProperty("trouble").GetString()));
        Assert.Contains(survey.GetProperty("checks").EnumerateArray(), c =>
            c.GetProperty("answer").GetString() == "CV-0002 is “Offline”. Back up before anything else"
        );
    }

    [Theory]
    [InlineData("before")]
    [InlineData("after")]
    public async Task A_capture_of_another_machine_is_refused_and_taken_when_a_person_says_so(string phase)
    {
        var (number, last) = await Bare();
        await WebFixture.Ok(await web.Capture(number, last, WebFixture.Demo("torr-32-firmware.txt")));
        last = await web.Last(number);
        var refused = await WebFixture.Problem(
            await web.Capture(number, last, WebFixture.Demo("ledge-6-firmware.txt"), phase),
            422,
            "another-machine"
        );
        Assert.Contains("; the job is about Brannick", refused.GetProperty("detail").GetString());
        Assert.EndsWith("Nothing was stored.", refused.GetProperty("detail").GetString(), StringComparison.Ordinal);
        Assert.Equal(last, await web.Last(number));
        var machine = refused.GetProperty("machine").GetString()!;
        await WebFixture.Problem(
            await web.Capture(number, last, WebFixture.Demo("ledge-6-firmware.txt"), phase, machine + "x"),
            422,
            "another-machine"
        );
        await WebFixture.Ok(await web.Capture(number, last, WebFixture.Demo("ledge-6-firmware.txt"), phase, machine));
        Assert.Equal(last + 1, await web.Last(number));
    }

    [Fact]
    public async Task A_whole_archive_is_one_edit_and_each_file_a_capture_of_its_own()
    {
        var (number, last) = await Bare();
        var answer = await WebFixture.Ok(
            await web.Capture(
                number,
                last,
                Packed("torr-32-firmware.txt", "torr-32-drives.txt", "torr-32-pci.txt", "torr-32-system.txt", "torr-32-management.json")
            )
        );
        var job = answer.GetProperty("job");
        Assert.Equal(5, answer.GetProperty("reading").GetProperty("files").GetArrayLength());
        Assert.Equal(last + 1, job.GetProperty("lastNumber").GetInt32());
        Assert.Equal("brannick-torr-32", job.GetProperty("sheet").GetProperty("id").GetString());
        var found = job.GetProperty("found");
        Assert.Equal("EK-N4", found.GetProperty("bay:9").GetProperty("drive").GetProperty("model").GetString());
        Assert.Equal("/dev/sdc", found.GetProperty("bay:9").GetProperty("systemName").GetString());
        Assert.Equal("Corvath C8", found.GetProperty("card:S1").GetProperty("card").GetProperty("name").GetString());
        var rows = job.GetProperty("survey").GetProperty("bays").EnumerateArray().ToList();
        Assert.Equal("md1 raid6", rows.Single(r => r.GetProperty("bay").GetString() == "9").GetProperty("memberOf").GetString());
        var kept = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/captures"));
        Assert.Equal(
            ["torr-32-firmware.txt", "torr-32-drives.txt", "torr-32-pci.txt", "torr-32-system.txt", "torr-32-management.json"],
            kept.EnumerateArray().Select(c => c.GetProperty("name").GetString())
        );
        var raw = await web.Http.GetByteArrayAsync($"/api/jobs/{number}/captures/{kept[0].GetProperty("id").GetInt64()}");
        Assert.Equal(WebFixture.Demo("torr-32-firmware.txt"), raw);

        var undone = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/undo",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    withDependents = false,
                }
            )
        );
        Assert.Equal(JsonValueKind.Null, undone.GetProperty("sheet").ValueKind);
    }

    [Fact]
    public async Task An_archive_bomb_is_refused_in_one_sentence_and_nothing_is_stored()
    {
        var (number, last) = await Bare();
        using var all = new MemoryStream();
        using (var zip = new ZipArchive(all, ZipArchiveMode.Create, true))
        using (var entry = zip.CreateEntry("x.txt").Open())
            entry.Write(new byte[32 * 1024 * 1024]);
        var problem = await WebFixture.Problem(await web.Capture(number, last, all.ToArray()), 422, "capture-not-understood");
        Assert.Contains("8 MiB", problem.GetProperty("detail").GetString());
        Assert.Empty((await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/captures"))).EnumerateArray());
    }

    [Fact]
    public async Task A_table_of_drives_is_taken_once_its_columns_are_named()
    {
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Shelf",
                owner = "",
                sheetId = "halmund-strand-36",
                answers = (object?)null,
            }
        );
        var number = job.GetProperty("number").GetString()!;
        var table = WebFixture.Demo("strand-36-controller.csv");
        var read = await WebFixture.Ok(
            await web.Http.PostAsync("/api/captures/read", new ByteArrayContent(table) { Headers = { ContentType = new("text/plain") } })
        );
        Assert.False(read.GetProperty("usable").GetBoolean());
        var guess = string.Join(',', read.GetProperty("table").GetProperty("guess").EnumerateArray().Select(g => g.GetString()));
        Assert.Equal("enclosure,bay,state,size,serial,model,group", guess);
        var answer = await WebFixture.Ok(
            await web.Http.PostAsync(
                $"/api/jobs/{number}/captures?phase=before&key={Guid.NewGuid()}"
                    + $"&lastSeen={job.GetProperty("lastNumber").GetInt32()}&who=Ines&columns={guess}",
                new ByteArrayContent(table) { Headers = { ContentType = new("text/plain") } }
            )
        );
        Assert.Equal(
            32,
            answer.GetProperty("job").GetProperty("found").EnumerateObject().Count(p => p.Name.StartsWith("bay:", StringComparison.Ordinal))
        );
        await WebFixture.Problem(
            await web.Http.PostAsync(
                "/api/captures/read?columns=coffee",
                new ByteArrayContent(table) { Headers = { ContentType = new("text/plain") } }
            ),
            400,
            "invalid"
        );
    }

    [Fact]
    public async Task A_contradiction_is_shown_and_settled_by_a_person()
    {
        var (number, last) = await Bare();
        await web.Capture(number, last, WebFixture.Demo("torr-32-firmware.txt"));
        var other = Encoding
            .UTF8.GetString(WebFixture.Demo("torr-32-management.json"))
            .Replace("\"CapacityMiB\": 32768", "\"CapacityMiB\": 16384", StringComparison.Ordinal);
        var job = (await WebFixture.Ok(await web.Capture(number, await web.Last(number), Encoding.UTF8.GetBytes(other)))).GetProperty(
            "job"
        );
        var disputes = job.GetProperty("survey")
            .GetProperty("disputes")
            .EnumerateArray()
            .Where(d => d.GetProperty("place").ValueKind == JsonValueKind.String)
            .ToList();
        Assert.Equal(8, disputes.Count);
        Assert.Equal("firmware listing", disputes[0].GetProperty("believed").GetString());
        var place = disputes[0].GetProperty("place").GetString();
        job = await WebFixture.Ok(
            await web.Edit(
                number,
                await web.Last(number),
                new
                {
                    type = "settle",
                    place,
                    by = "management page",
                }
            )
        );
        Assert.Equal(16_384, job.GetProperty("found").GetProperty(place!).GetProperty("module").GetProperty("capacityMiB").GetInt32());
        Assert.Equal(
            7,
            job.GetProperty("survey")
                .GetProperty("disputes")
                .EnumerateArray()
                .Count(d => d.GetProperty("place").ValueKind == JsonValueKind.String)
        );
    }

    [Fact]
    public async Task Every_machine_of_the_demo_is_surveyed_by_its_captures()
    {
        foreach (
            var group in Directory
                .GetFiles(Repository.At("demo", "captures"))
                .Select(f => Path.GetFileName(f))
                .Where(f =>
                    !f.StartsWith("torr-after", StringComparison.Ordinal)
                    && !f.StartsWith("torr-before", StringComparison.Ordinal)
                    && !f.StartsWith("plover", StringComparison.Ordinal)
                    && !f.EndsWith("controller.csv", StringComparison.Ordinal)
                )
                .GroupBy(f => f[..f.LastIndexOf('-')])
        )
        {
            var (number, last) = await Bare();
            var job = (await WebFixture.Ok(await web.Capture(number, last, Packed([.. group])))).GetProperty("job");
            Assert.EndsWith(group.Key, job.GetProperty("sheet").GetProperty("id").GetString());
            Assert.Empty(job.GetProperty("survey").GetProperty("disputes").EnumerateArray());
        }
    }

    [Fact]
    public async Task Every_sheet_of_the_demo_opens_in_a_job_before_anything_is_known()
    {
        foreach (var sheet in (await WebFixture.Ok(await web.Http.GetAsync("/api/sheets"))).EnumerateArray())
        {
            var job = await web.Begin(
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = "Opened",
                    owner = "",
                    sheetId = sheet.GetProperty("id").GetString(),
                    answers = (object?)null,
                }
            );
            Assert.Equal("survey", job.GetProperty("stage").GetString());
            Assert.NotEmpty(job.GetProperty("unknowns").EnumerateArray());
            await WebFixture.Lines(await web.Http.GetAsync($"/api/jobs/{job.GetProperty("number").GetString()}/ways"));
        }
    }

    /// <summary>A JPEG with an orientation and a position in its Exif block (Exif 2.32, tags 0112h and 8825h).</summary>
    private static byte[] Photo(int width, int height)
    {
        using var bitmap = new SkiaSharp.SKBitmap(width, height);
        using (var canvas = new SkiaSharp.SKCanvas(bitmap))
            canvas.Clear(SkiaSharp.SKColors.Teal);
        using var jpeg = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 90);
        var plain = jpeg.ToArray();
        byte[] exif =
        [
            .. "Exif\0\0"u8,
            .. "MM\0*"u8,
            0,
            0,
            0,
            8,
            0,
            2,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            6,
            0,
            0,
            0x88,
            0x25,
            0,
            4,
            0,
            0,
            0,
            1,
            0,
            0,
            0,
            38,
            0,
            0,
            0,
            0,
            .. "SECRETPOSITION"u8,
        ];
        return [0xFF, 0xD8, 0xFF, 0xE1, (byte)((exif.Length + 2) >> 8), (byte)(exif.Length + 2), .. exif, .. plain[2..]];
    }

    [Fact]
    public async Task A_photo_is_kept_as_an_upright_copy_without_where_it_was_taken()
    {
        var number = (await web.Begin()).GetProperty("number").GetString()!;
        var file = Photo(2400, 1200);
        Assert.Contains("SECRETPOSITION", Encoding.Latin1.GetString(file));
        async Task<HttpResponseMessage> Send(byte[] bytes, string about = "slot:A1") =>
            await web.Http.PostAsync(
                $"/api/jobs/{number}/photos?key={Guid.NewGuid()}&who=Ines&about={about}",
                new ByteArrayContent(bytes) { Headers = { ContentType = new("image/jpeg") } }
            );
        var id = (await WebFixture.Ok(await Send(file))).GetInt64();
        var copy = await web.Http.GetByteArrayAsync($"/api/jobs/{number}/photos/{id}");
        Assert.DoesNotContain("SECRETPOSITION", Encoding.Latin1.GetString(copy));
        Assert.DoesNotContain("Exif", Encoding.Latin1.GetString(copy));
        var row = Assert.Single((await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/photos"))).EnumerateArray());
        // Orientation 6 turns it upright; the longer side is cut down to 1600.
        Assert.Equal(
            (800, 1600, "slot:A1"),
            (row.GetProperty("width").GetInt32(), row.GetProperty("height").GetInt32(), row.GetProperty("about").GetString())
        );
        await WebFixture.Problem(await Send("no picture"u8.ToArray()), 400, "invalid");
        await WebFixture.Problem(await Send(file, "slot:Z9"), 400, "invalid");
        await WebFixture.Problem(await Send(new byte[9 * 1024 * 1024 - 10]), 413, "too-large");
        Assert.Equal(System.Net.HttpStatusCode.NoContent, (await web.Http.DeleteAsync($"/api/jobs/{number}/photos/{id}")).StatusCode);
        await WebFixture.Problem(await web.Http.GetAsync($"/api/jobs/{number}/photos/{id}"), 404, "unknown");
    }

    [Fact]
    public async Task An_absurd_figure_of_a_drive_costs_neither_the_drive_nor_the_capture()
    {
        const string health =
            """{"json_format_version":[1,0],"smartctl":{"version":[7,3],"argv":["smartctl","--json","-x","/dev/sda"]},"device":{"name":"/dev/sda","type":"sat","protocol":"ATA"},"model_name":"EK-N4","serial_number":"S1","user_capacity":{"bytes":4000787030016},"rotation_rate":7200,"power_on_time":{"hours":99999999999},"temperature":{"current":900},"smart_status":{"passed":true}}""";
        var (number, last) = await Bare();
        var taken = await WebFixture.Ok(await web.Capture(number, last, Encoding.UTF8.GetBytes(health)));
        var remarks = taken.GetProperty("reading").GetProperty("remarks").EnumerateArray().Select(r => r.GetString()!).ToList();
        Assert.Contains(remarks, r => r.StartsWith("Left out: /drives/0/health/powerOnHours.", StringComparison.Ordinal));
        Assert.Contains(remarks, r => r.StartsWith("Left out: /drives/0/health/celsius.", StringComparison.Ordinal));
        // What is kept has the drive and its serial number, and not the figure.
        var kept = await web.Http.GetStringAsync($"/api/jobs/{number}/document");
        Assert.Contains("\"serial\": \"S1\"", kept);
        Assert.DoesNotContain("99999999999", kept);
    }
}
