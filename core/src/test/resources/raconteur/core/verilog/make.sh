#!/bin/sh
# Makes parts.txt with Icarus Verilog 11.0: a heading "part; input pins; output pins", then a row a
# line, inputs and outputs in the order of the heading. Run in this folder.
set -e
one() {
  inputs=$(echo "$2" | wc -w) outputs=$(echo "$3" | wc -w)
  echo "74LS$1; $2; $3"
  iverilog -DPART="p74$1" -DNI="$inputs" -DNO="$outputs" -DROWS="$4" -DSTART="${5:-0}" -DCLOCK="${6:--1}" -o "$work" parts.v walk.v
  vvp -n "$work"
}
work=$(mktemp)
{
  one 138 "1 2 3 4 5 6" "15 14 13 12 11 10 9 7" 500
  one 139 "1 2 3" "4 5 6 7" 100
  one 42 "15 14 13 12" "1 2 3 4 5 6 7 9 10 11" 200
  one 148 "10 11 12 13 1 2 3 4 5" "9 7 6 14 15" 300 -1
  one 151 "4 3 2 1 15 14 13 12 11 10 9 7" "5 6" 300
  one 153 "6 5 4 3 10 11 12 13 14 2 1 15" "7 9" 300
  one 157 "2 5 11 14 3 6 10 13 1 15" "4 7 9 12" 200
  one 257 "2 5 11 14 3 6 10 13 1 15" "4 7 9 12" 200
  one 283 "5 3 14 12 6 2 15 11 7" "4 1 13 10 9" 300
  one 85 "10 12 13 15 9 11 14 1 2 3 4" "7 6 5" 500
  one 161 "1 2 3 4 5 6 7 9 10" "14 13 12 11 15" 800 -1 1
  one 163 "1 2 3 4 5 6 7 9 10" "14 13 12 11 15" 800 -1 1
  one 191 "15 1 10 9 11 14 4 5" "3 2 6 7 12 13" 800 -1 5
  one 193 "15 1 10 9 11 14 5 4" "3 2 6 7 12 13" 800 -1 6
  one 393 "1 2" "3 4 5 6" 400 0 0
  one 74 "1 2 3 4" "5 6" 200
  one 109 "1 2 3 4 5" "6 7" 300
  one 112 "1 2 3 4 15" "5 6" 300
  one 164 "1 2 8 9" "3 4 5 6 10 11 12 13" 600 13 2
  one 165 "1 2 15 10 11 12 13 14 3 4 5 6" "9 7" 600 -1 1
  one 166 "15 7 6 1 2 3 4 5 10 11 12 14 9" "13" 600 -1 1
  one 174 "3 4 6 11 13 14 9 1" "2 5 7 10 12 15" 300
  one 175 "4 5 12 13 9 1" "2 7 10 15 3 6 11 14" 300
  one 194 "1 2 3 4 5 6 7 9 10 11" "15 14 13 12" 600
  one 273 "3 4 7 8 13 14 17 18 11 1" "2 5 6 9 12 15 16 19" 300
  one 373 "3 4 7 8 13 14 17 18 11 1" "2 5 6 9 12 15 16 19" 300
  one 374 "3 4 7 8 13 14 17 18 11 1" "2 5 6 9 12 15 16 19" 300
  one 259 "1 2 3 13 14 15" "4 5 6 7 9 10 11 12" 300
  one 245 "2 3 4 5 6 7 8 9 1 19" "18 17 16 15 14 13 12 11" 200
} > parts.txt
rm "$work"

# Makes twelve.txt: a heading "inputs; lines; the lines seen with a fault", a row a line on the whole
# board, then for each line held its name, its level and what was seen from the 65th row on, in hex.
work=$(mktemp)
iverilog -o "$work" parts.v twelve.v bench.v
vvp -n "$work" > twelve.txt
rm "$work"

# Makes the recording of the whole board, without its date, where recordings are read.
work=$(mktemp)
iverilog -o "$work" parts.v twelve.v bench.v
vvp -n "$work" +vcd
sed '/^\$date/,/^\$end/d' twelve.vcd > ../../../../../../../casebook/src/test/resources/raconteur/casebook/exchange/twelve.vcd
rm "$work" twelve.vcd
