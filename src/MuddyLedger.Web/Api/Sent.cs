using System.Diagnostics.CodeAnalysis;
using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Metadata;

namespace MuddyLedger.Web.Api;

/// <summary>
/// What a request carries, read when one comes. Bound in the ordinary way, how every kind of request is read would be worked out
/// before the first page is answered, at each start: some five thousand methods, half a second.
/// </summary>
/// <param name="value">As it was sent.</param>
[SuppressMessage("Design", "CA1000", Justification = "A parameter is bound by static members of its type.")]
public sealed class Sent<T>(T value) : IEndpointParameterMetadataProvider
    where T : class
{
    public static implicit operator T(Sent<T> sent) => sent.Value;

    /// <summary>As it was sent.</summary>
    public T Value { get; } = value;

    /// <exception cref="BadHttpRequestException">It is not JSON, or not of this kind; with the field where that is known.</exception>
    public static async ValueTask<Sent<T>?> BindAsync(HttpContext context)
    {
        if (!context.Request.HasJsonContentType())
            throw new BadHttpRequestException("It is not said to be JSON.", StatusCodes.Status415UnsupportedMediaType);
        try
        {
            return await context.Request.ReadFromJsonAsync<T>(context.RequestAborted) is { } value
                ? new(value)
                : throw new BadHttpRequestException("There is nothing in it.", StatusCodes.Status400BadRequest);
        }
        catch (JsonException broken)
        {
            throw new BadHttpRequestException("It cannot be read.", StatusCodes.Status400BadRequest, broken);
        }
        catch (IOException gone) when (gone is not BadHttpRequestException)
        {
            throw new BadHttpRequestException("It ended before it was whole.", StatusCodes.Status400BadRequest, gone);
        }
    }

    /// <summary>What the API's description says of it.</summary>
    public static void PopulateMetadata(ParameterInfo parameter, EndpointBuilder builder) =>
        builder.Metadata.Add(new AcceptsMetadata(["application/json"], typeof(T)));
}
