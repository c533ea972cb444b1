# frozen_string_literal: true

RSpec.describe UpperBranch::Practice::Mastery do
  numbers = { "known" => 0.25, "learned" => 0.2, "guessed" => 0.15, "slipped" => 0.1, "mastered" => 0.9, "rests" => 7 }
  let(:mastery) { described_class.new(numbers) }

  # Knowledge tracing is a hidden Markov model of two states (Corbett and Anderson, 1994): here every course that the
  # learner may have taken is counted out, with none of the formula's steps.
  def counted(results, numbers)
    known, learned, guessed, slipped = numbers.values_at("known", "learned", "guessed", "slipped")
    right = ->(knows) { knows ? 1 - slipped : guessed }
    sums = [0.0, 0.0]
    [false, true].repeated_permutation(results.size + 1).each do |course|
      chance = course.first ? known : 1 - known
      results.each_with_index do |result, i|
        chance *= result ? right[course[i]] : 1 - right[course[i]]
        chance *= if course[i]
                    course[i + 1] ? 1 : 0
                  else
                    (course[i + 1] ? learned : 1 - learned)
                  end
      end
      sums[course.last ? 1 : 0] += chance
    end
    sums.last / sums.sum
  end

  it "comes to what all courses counted out come to" do
    [[], [true], [false], [true, true, false], [false, false, true, true, true], [true] * 6].each do |results|
      expect(mastery.after(results)).to be_within(1e-12).of(counted(results, numbers))
    end
  end

  it "grows with what is right, falls with what is wrong, and calls it known in the end" do
    expect(mastery.after([true])).to be > mastery.after([])
    expect(mastery.after([true, false])).to be < mastery.after([true, true])
    expect([1, 4].map { |n| mastery.mastered?(mastery.after([true] * n)) }).to eq [false, true]
  end

  it "practises what is known least, and what is known once it has rested" do
    results = { "pump" => [[true, 1]] * 5, "main" => [[true, 20]] * 5, "idle" => [[false, 19]] }
    focus = mastery.focus(%w[idle main pump air], results, today: 20)
    expect(focus["idle"]).to be > focus["air"] * 0.8
    expect(focus["air"]).to be > focus["pump"]
    expect(focus["pump"]).to be > focus["main"]
    expect(focus["main"]).to eq 0
  end
end
