# frozen_string_literal: true

require "csv"

# What spreadsheets run as a formula: OWASP, CSV Injection (from memory).
RSpec.describe UpperBranch::Cells do
  it "guards a text that begins like a formula, and leaves numbers and other texts as they are" do
    { "=cmd|' /C calc'!A0" => "'=cmd|' /C calc'!A0", "+1-2" => "'+1-2", "-dash" => "'-dash", "@SUM(1)" => "'@SUM(1)",
      "\tx" => "'\tx", "\rx" => "'\rx", "'=x" => "''=x", "-1.5" => "-1.5", "+3e-4" => "+3e-4", "plain" => "plain",
      "'tis" => "'tis", "" => "", nil => nil, -2 => -2, 0.5 => 0.5 }.each do |value, cell|
      expect(described_class.out(value)).to eq cell
      expect(described_class.in(cell)).to eq value
    end
  end

  it "gives every text back through a file" do
    letters = ["=", "+", "-", "@", "\t", "\r", "'", "1", ".", "e", "a", " ", '"', ",", "\n"]
    random = Random.new(11)
    texts = Array.new(3000) { Array.new(random.rand(1..5)) { letters.sample(random: random) }.join }
    text = CSV.generate { |out| texts.each { |one| out << [described_class.out(one)] } }
    back = CSV.parse(text).map { |row| described_class.in(row.first) }
    expect(back).to eq texts
    runs = CSV.parse(text).map(&:first).grep(/\A[=+\-@\t\r]/)
    expect(runs).to all(satisfy { |cell| Float(cell, exception: false) || cell.end_with?(".") })
  end
end
