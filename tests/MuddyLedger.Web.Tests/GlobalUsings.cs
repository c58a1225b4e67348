global using System.Net;
global using System.Text.Json.Nodes;
global using Shouldly;
global using Xunit;
global using MuddyLedger.Core.Limits;
