using Irvak.Core.Contracts;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>Photos of places, taken with a tablet's camera or dropped as files.</summary>
public static class PhotoFiles
{
    public static void MapPhotos(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/jobs/{number}/photos", async (string number, Jobs jobs, Photos photos, CancellationToken cancel) =>
                await jobs.Find(number, cancel) is { } job ? TypedResults.Ok(await photos.Of(job.Id, cancel)) : Problems.UnknownJob(number)
            )
            .WithName("listPhotos")
            .Produces<List<PhotoRow>>()
            .ProducesProblem(404);

        routes
            .MapPost(
                "/api/jobs/{number}/photos",
                async (
                    string number,
                    Guid key,
                    string who,
                    string about,
                    string? note,
                    HttpRequest request,
                    Jobs jobs,
                    Photos photos,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    if (Wanted.Problem(key, who) is { } problem)
                        return Problems.Invalid(problem);
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (about != "machine" && (job.State.Sheet is null || !SheetPlaces.Has(job.State.Sheet, Place.Parse(about))))
                        return Problems.Invalid(new SheetProblem("/about", $"{about} is no place of this machine."));
                    if (note?.Length > 400)
                        return Problems.Invalid(new SheetProblem("/note", "A note is at most 400 characters long."));
                    if (await SurveyEndpoints.Body(request, cancel) is not { } bytes)
                        return Problems.TooLarge();
                    if (await PhotoCopy.Of(bytes, cancel) is not { } copy)
                        return Problems.Invalid(
                            new SheetProblem(
                                "/",
                                "This is no photo that can be read here: send JPEG, PNG or WebP of at most 60 megapixels."
                            )
                        );
                    return
                        await photos.Keep(
                            job.Id,
                            key,
                            about,
                            note?.Trim() ?? "",
                            copy.Width,
                            copy.Height,
                            copy.Jpeg,
                            who.Trim(),
                            clock.GetUtcNow(),
                            cancel
                        )
                            is { } id
                        ? TypedResults.Ok(id)
                        : Problems.Invalid(new SheetProblem("/", $"A job keeps {Photos.Most} photos; drop one first."));
                }
            )
            .WithName("addPhoto")
            .Accepts<string>("image/jpeg")
            .Produces<long>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(413);

        routes
            .MapGet(
                "/api/jobs/{number}/photos/{id:long}",
                async (string number, long id, Jobs jobs, Photos photos, CancellationToken cancel) =>
                    await jobs.Find(number, cancel) is { } job && await photos.Picture(job.Id, id, cancel) is { } jpeg
                        ? TypedResults.File(jpeg, "image/jpeg")
                        : Problems.Unknown("such photo in this job")
            )
            .WithName("getPhoto")
            .ProducesProblem(404);

        routes
            .MapDelete(
                "/api/jobs/{number}/photos/{id:long}",
                async (string number, long id, Jobs jobs, Photos photos, CancellationToken cancel) =>
                    await jobs.Find(number, cancel) is { } job && await photos.Drop(job.Id, id, cancel)
                        ? TypedResults.NoContent()
                        : Problems.Unknown("such photo in this job")
            )
            .WithName("dropPhoto")
            .Produces(204)
            .ProducesProblem(404);
    }
}
