namespace Spolium.Server.Lots;

/// <summary>What stands about a lot beside its content: what it waits for, what somebody offers, whose it is.</summary>
internal static class LotStanding
{
    internal static Task<Results<Ok<LotView>, ProblemHttpResult>> SetAside(string lotId, SetAsideRequest request, Writing writing) =>
        LotEndpoints.InLot(lotId, request.Head, request, writing, new(), l => LotDecisions.SetAside(l.State, lotId, request.WaitsFor));

    internal static Task<Results<Ok<LotView>, ProblemHttpResult>> Offer(string lotId, OfferRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var crowns = reader.Optional("crowns", request.Crowns, Field.Money);
        return LotEndpoints.InLot(lotId, request.Head, request, writing, reader, l =>
            LotDecisions.Offer(l.State, lotId, crowns, request.By)
        );
    }

    internal static Task<Results<Ok<LotView>, ProblemHttpResult>> ForOthers(string lotId, OwnerRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var (perGram, fee, kept) = (
            reader.Optional("feePerGram", request.FeePerGram, Field.Money),
            reader.Optional("fee", request.Fee, Field.Money),
            reader.Optional("kept", request.Kept, Field.Share)
        );
        return LotEndpoints.InLot(lotId, request.Head, request, writing, reader, l =>
            LotDecisions.ForOthers(l.State, lotId, request.Owner, perGram, fee, kept, request.LeavingsGoBack)
        );
    }
}
