global using System.Net;
global using System.Text.Json.Nodes;
global using MuddyLedger.Core.Limits;
global using Shouldly;
global using Xunit;
