// Parts of the 74 series by the function tables of The TTL Data Book (2nd ed. 1981), from memory.
// i and o stand in the order of the pin numbers that make.sh names beside each part.
module p74138(input [0:5] i, output [0:7] o);            // A B C /G2A /G2B G1 -> Y0..Y7
  wire on = i[5] & ~i[4] & ~i[3];
  genvar k; generate for (k = 0; k < 8; k = k + 1) begin : y
    assign o[k] = ~(on & ({i[2], i[1], i[0]} == k)); end endgenerate
endmodule
module p74139(input [0:2] i, output [0:3] o);            // /G A B -> Y0..Y3
  genvar k; generate for (k = 0; k < 4; k = k + 1) begin : y
    assign o[k] = ~(~i[0] & ({i[2], i[1]} == k)); end endgenerate
endmodule
module p7442(input [0:3] i, output [0:9] o);             // A B C D -> 0..9
  genvar k; generate for (k = 0; k < 10; k = k + 1) begin : y
    assign o[k] = ~({i[3], i[2], i[1], i[0]} == k); end endgenerate
endmodule
module p74148(input [0:8] i, output [0:4] o);            // /0../7 /EI -> /A0 /A1 /A2 /GS /EO
  wire on = ~i[8];
  wire any = ~&i[0:7];
  wire [2:0] top = ~i[7] ? 7 : ~i[6] ? 6 : ~i[5] ? 5 : ~i[4] ? 4 : ~i[3] ? 3 : ~i[2] ? 2 : ~i[1] ? 1 : 0;
  assign o[0] = ~(on & any & top[0]), o[1] = ~(on & any & top[1]), o[2] = ~(on & any & top[2]);
  assign o[3] = ~(on & any), o[4] = ~(on & ~any);
endmodule
module p74151(input [0:11] i, output [0:1] o);           // D0..D7 A B C /G -> Y W
  wire d = i[{i[10], i[9], i[8]}];
  assign o[0] = ~i[11] & d, o[1] = ~o[0];
endmodule
module p74153(input [0:11] i, output [0:1] o);           // 1C0..1C3 2C0..2C3 A B /1G /2G -> 1Y 2Y
  wire [1:0] s = {i[9], i[8]};
  assign o[0] = ~i[10] & i[s], o[1] = ~i[11] & i[4 + s];
endmodule
module p74157(input [0:9] i, output [0:3] o);            // 1A..4A 1B..4B S /G -> 1Y..4Y
  assign o = i[9] ? 4'b0 : i[8] ? i[4:7] : i[0:3];
endmodule
module p74257(input [0:9] i, output [0:3] o);            // 1A..4A 1B..4B S /OE -> 1Y..4Y
  assign o = i[9] ? 4'bz : i[8] ? i[4:7] : i[0:3];
endmodule
module p74283(input [0:8] i, output [0:4] o);            // A1..A4 B1..B4 C0 -> S1..S4 C4
  wire [4:0] s = {i[3], i[2], i[1], i[0]} + {i[7], i[6], i[5], i[4]} + i[8];
  assign o = {s[0], s[1], s[2], s[3], s[4]};
endmodule
module p7485(input [0:10] i, output [0:2] o);            // A0..A3 B0..B3 I< I= I> -> A<B A=B A>B
  wire [3:0] a = {i[3], i[2], i[1], i[0]}, b = {i[7], i[6], i[5], i[4]};
  wire lt = i[8], eq = i[9], gt = i[10];
  assign o[0] = (a < b) | ((a == b) & ~eq & ~gt);
  assign o[1] = (a == b) & eq;
  assign o[2] = (a > b) | ((a == b) & ~eq & ~lt);
endmodule
module p74161(input [0:8] i, output [0:4] o);            // /CLR CLK A B C D ENP /LOAD ENT -> QA..QD RCO
  reg [3:0] q;
  always @(posedge i[1] or negedge i[0])
    if (~i[0]) q <= 0; else if (~i[7]) q <= {i[5], i[4], i[3], i[2]}; else if (i[6] & i[8]) q <= q + 1;
  assign o = {q[0], q[1], q[2], q[3], (&q) & i[8]};
endmodule
module p74163(input [0:8] i, output [0:4] o);            // the same, cleared by the clock
  reg [3:0] q;
  always @(posedge i[1])
    if (~i[0]) q <= 0; else if (~i[7]) q <= {i[5], i[4], i[3], i[2]}; else if (i[6] & i[8]) q <= q + 1;
  assign o = {q[0], q[1], q[2], q[3], (&q) & i[8]};
endmodule
module p74191(input [0:7] i, output [0:5] o);            // A B C D /LOAD CLK /CTEN D/U -> QA..QD MAX/MIN /RCO
  reg [3:0] q;
  always @(posedge i[5]) if (i[4] & ~i[6]) q <= i[7] ? q - 1 : q + 1;
  always @* if (~i[4]) q = {i[3], i[2], i[1], i[0]};
  wire end_ = i[7] ? q == 0 : q == 15;
  assign o = {q[0], q[1], q[2], q[3], end_, ~(end_ & ~i[6] & ~i[5])};
endmodule
module p74193(input [0:7] i, output [0:5] o);            // A B C D /LOAD CLR UP DOWN -> QA..QD /CO /BO
  reg [3:0] q;
  always @(posedge i[6]) if (i[4] & ~i[5] & i[7]) q <= q + 1;
  always @(posedge i[7]) if (i[4] & ~i[5] & i[6]) q <= q - 1;
  always @* if (i[5]) q = 0; else if (~i[4]) q = {i[3], i[2], i[1], i[0]};
  assign o = {q[0], q[1], q[2], q[3], ~((q == 15) & ~i[6]), ~((q == 0) & ~i[7])};
endmodule
module p74393(input [0:1] i, output [0:3] o);            // A CLR -> QA..QD
  reg [3:0] q;
  always @(negedge i[0] or posedge i[1]) if (i[1]) q <= 0; else q <= q + 1;
  assign o = {q[0], q[1], q[2], q[3]};
endmodule
module p7474(input [0:3] i, output [0:1] o);             // /CLR D CLK /PR -> Q /Q
  reg q;
  always @(posedge i[2]) if (i[0] & i[3]) q <= i[1];
  always @* if (~i[3]) q = 1; else if (~i[0]) q = 0;
  assign o[0] = ~i[3] ? 1'b1 : ~i[0] ? 1'b0 : q;
  assign o[1] = ~i[0] ? 1'b1 : ~i[3] ? 1'b0 : ~q;
endmodule
module p74109(input [0:4] i, output [0:1] o);            // /CLR J /K CLK /PR -> Q /Q
  reg q;
  always @(posedge i[3]) if (i[0] & i[4]) q <= (i[1] & ~q) | (i[2] & q);
  always @* if (~i[4]) q = 1; else if (~i[0]) q = 0;
  assign o[0] = ~i[4] ? 1'b1 : ~i[0] ? 1'b0 : q;
  assign o[1] = ~i[0] ? 1'b1 : ~i[4] ? 1'b0 : ~q;
endmodule
module p74112(input [0:4] i, output [0:1] o);            // CLK K J /PR /CLR -> Q /Q
  reg q;
  always @(negedge i[0]) if (i[3] & i[4]) q <= (i[2] & ~q) | (~i[1] & q);
  always @* if (~i[3]) q = 1; else if (~i[4]) q = 0;
  assign o[0] = ~i[3] ? 1'b1 : ~i[4] ? 1'b0 : q;
  assign o[1] = ~i[4] ? 1'b1 : ~i[3] ? 1'b0 : ~q;
endmodule
module p74164(input [0:3] i, output [0:7] o);            // A B CLK /CLR -> QA..QH
  reg [0:7] q;
  always @(posedge i[2] or negedge i[3]) if (~i[3]) q <= 0; else q <= {i[0] & i[1], q[0:6]};
  assign o = q;
endmodule
module p74165(input [0:11] i, output [0:1] o);           // SH//LD CLK INH SER A..H -> QH /QH
  reg [0:7] q;
  wire clock = i[1] | i[2];
  always @(posedge clock) if (i[0]) q <= {i[3], q[0:6]};
  always @* if (~i[0]) q = i[4:11];
  assign o = {q[7], ~q[7]};
endmodule
module p74166(input [0:12] i, output [0:0] o);           // SH//LD CLK INH SER A..H /CLR -> QH
  reg [0:7] q;
  wire clock = i[1] | i[2];
  always @(posedge clock or negedge i[12])
    if (~i[12]) q <= 0; else if (i[0]) q <= {i[3], q[0:6]}; else q <= i[4:11];
  assign o = q[7];
endmodule
module p74174(input [0:7] i, output [0:5] o);            // 1D..6D CLK /CLR -> 1Q..6Q
  reg [0:5] q;
  always @(posedge i[6] or negedge i[7]) if (~i[7]) q <= 0; else q <= i[0:5];
  assign o = q;
endmodule
module p74175(input [0:5] i, output [0:7] o);            // 1D..4D CLK /CLR -> 1Q..4Q /1Q../4Q
  reg [0:3] q;
  always @(posedge i[4] or negedge i[5]) if (~i[5]) q <= 0; else q <= i[0:3];
  assign o = {q, ~q};
endmodule
module p74194(input [0:9] i, output [0:3] o);            // /CLR SR A B C D SL S0 S1 CLK -> QA..QD
  reg [0:3] q;
  always @(posedge i[9] or negedge i[0])
    if (~i[0]) q <= 0;
    else case ({i[8], i[7]})
      2'b01: q <= {i[1], q[0:2]};
      2'b10: q <= {q[1:3], i[6]};
      2'b11: q <= i[2:5];
      default: ;
    endcase
  assign o = q;
endmodule
module p74273(input [0:9] i, output [0:7] o);            // 1D..8D CLK /CLR -> 1Q..8Q
  reg [0:7] q;
  always @(posedge i[8] or negedge i[9]) if (~i[9]) q <= 0; else q <= i[0:7];
  assign o = q;
endmodule
module p74373(input [0:9] i, output [0:7] o);            // 1D..8D LE /OC -> 1Q..8Q
  reg [0:7] q;
  always @* if (i[8]) q = i[0:7];
  assign o = i[9] ? 8'bz : q;
endmodule
module p74374(input [0:9] i, output [0:7] o);            // 1D..8D CLK /OC -> 1Q..8Q
  reg [0:7] q;
  always @(posedge i[8]) q <= i[0:7];
  assign o = i[9] ? 8'bz : q;
endmodule
module p74259(input [0:5] i, output reg [0:7] o);        // A B C D /G /CLR -> Q0..Q7
  wire [2:0] s = {i[2], i[1], i[0]};
  always @* begin
    if (~i[5]) o = 0;
    if (~i[4]) o[s] = i[3];
  end
endmodule
module p74245(input [0:9] i, output [0:7] o);            // A1..A8 DIR /G -> B1..B8, A to B only
  assign o = i[9] | ~i[8] ? 8'bz : i[0:7];
endmodule
