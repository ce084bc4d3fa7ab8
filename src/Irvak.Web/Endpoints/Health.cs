using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>Liveness and readiness for whoever starts the host.</summary>
public static class Health
{
    public static void MapHealth(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/health/live", () => TypedResults.Text("alive")).ExcludeFromDescription();
        routes
            .MapGet("/health/ready", async (Database database, CancellationToken cancel) =>
                await database.IsReady(cancel)
                    ? Results.Text("ready")
                    : Results.Text("the database does not answer or can't write", statusCode: 503)
            )
            .ExcludeFromDescription();
    }
}
