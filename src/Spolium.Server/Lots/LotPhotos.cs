using Spolium.Data;

namespace Spolium.Server.Lots;

/// <summary>Pictures of a lot.</summary>
internal static class LotPhotos
{
    // The bytes are on the disk before the journal speaks of them.
    internal static Task<Results<Ok<LotView>, ProblemHttpResult>> Photograph(
        string lotId,
        PhotoRequest request,
        Writing writing,
        PhotoStore photos
    )
    {
        var reader = new RequestReader();
        var (jpeg, wrong) = Picture.Read(request.Base64);
        if (wrong is not null)
            reader.Errors.Add(wrong);
        var id = jpeg is null ? null : photos.Keep(jpeg);
        return LotEndpoints.InLot(
            lotId,
            request.Head,
            new
            {
                request.Head,
                request.Caption,
                id,
            },
            writing,
            reader,
            l => LotDecisions.Photograph(l.State, lotId, id ?? "", request.Caption)
        );
    }

    internal static Results<FileContentHttpResult, ProblemHttpResult> Photo(string photoId, PhotoStore photos) =>
        photos.Find(photoId) is { } found ? TypedResults.File(found.Bytes, found.Type) : Problems.NotFound("such picture");
}
