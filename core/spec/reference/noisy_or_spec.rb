# frozen_string_literal: true

# Published source: S. Russell and P. Norvig, Artificial Intelligence: A Modern Approach, chapter 14 (3rd ed., figure
# 14.? "noisy-OR"): fever from cold, flu and malaria with inhibition probabilities 0.6, 0.2 and 0.1.
RSpec.describe "The noisy-OR table of fever" do
  finding = Struct.new(:id, :leak, :normal).new("fever", 0.0, "no-fever")
  table = UpperBranch::Diagnosis::Table.new(finding, ["fever"], [[0.4], [0.8], [0.9]])
  pad = 3

  {
    [] => 0.0,
    [2] => 0.9,
    [1] => 0.8,
    [1, 2] => 0.98,
    [0] => 0.4,
    [0, 2] => 0.94,
    [0, 1] => 0.88,
    [0, 1, 2] => 0.988
  }.each do |causes, fever|
    it "gives #{fever} for #{causes.empty? ? 'no cause' : causes.map { |i| %w[cold flu malaria][i] }.join(', ')}" do
      members = (causes + ([pad] * (3 - causes.size))).map { |cause| Numo::Int32[cause] }
      expect(1 - table.normal(members)[0]).to be_within(1e-12).of(fever)
      unless causes.empty?
        expect(table.distribution(members).values.sum { |column| column[0] }).to be_within(1e-12).of(1)
      end
    end
  end
end
