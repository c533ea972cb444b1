# frozen_string_literal: true

module UpperBranch
  module Diagnosis
    # What counts: the job's findings with every observation counted once. In each round (between repairs) the latest
    # result of a check stands; a check that looks for a symptom that was told observes the same occurrence once more; a
    # word that says nothing (pump shot on a bowl that was not full) is left out.
    #
    #   Evidence.of(job, compiled)   # => [Item, ...] in the order they were observed
    class Evidence
      def self.of(job, compiled)
        new(job, compiled).items
      end

      def initialize(job, compiled)
        @job = job
        @compiled = compiled
        @machine = job.machine
        @scale = job.catalogue.scale
        @observers = Hash.new { |known, key| known[key] = [] } # [symptom, round] => those who have spoken of it
        @standing = standing
        @located = Located.new(compiled, @machine)
      end

      # Array of Item in the order they were observed.
      def items
        @items ||= begin
          told.each { |finding| @observers[[finding.id, finding.round]] << teller(finding) if present?(finding) }
          items = @standing.filter_map { |finding| item(finding) }
          items.each_with_index { |item, i| item.before = items[0...i].reverse.find { |other| again?(other, item) } }
        end
      end

      # What was told and looked for as well: {entry id => {check:, shown:}}; shown: whether the check could show it.
      def seen_again
        told.filter_map { |finding| (by = looked_for(finding)) && [finding.entry, by] }.to_h
      end

      private

      def told = @standing.select(&:symptom?)
      def present?(finding) = finding.words == ["present"]

      def standing
        latest = @job.findings.each_with_index.to_h { |finding, i| [spoken_of(finding), i] }.values
        @job.findings.each_with_index { |finding, i| latest << i if finding.found.any? }
        latest.uniq.sort.map { |i| @job.findings[i] }
      end

      # What a later finding of the same round takes the place of. A defect found stands until it is struck out.
      def spoken_of(finding)
        further = { condition: finding.conditions, recreated: finding.entry, check: finding.place }[finding.kind]
        [finding.kind, finding.id, finding.round, further]
      end

      # The last check of the same round that looks for this symptom.
      def looked_for(symptom)
        looks = @standing.select { |finding| finding.kind == :check && finding.round == symptom.round }
        looks.reverse_each do |finding|
          check = @machine.check(finding.id)
          row = check&.observes&.fetch(symptom.id, nil) or next
          next if finding.words.intersect?(check.neutral)

          return { check: check.id, shown: finding.words.intersect?(row["words"]) }
        end
        nil
      end

      def item(finding)
        observed = finding.kind == :check ? @machine.check(finding.id) : @machine.symptom(finding.id)
        return unless observed && speaks?(finding, observed)
        return check_item(finding, observed) if finding.kind == :check
        return recreated(finding, observed) if finding.kind == :recreated
        if finding.kind == :condition
          return ConditionItem.new(finding,
                                   @compiled.condition(observed, finding.conditions.first))
        end

        ToldItem.new(finding, @compiled.table(observed, finding.conditions), falsely(finding, observed))
      end

      # Chance that a symptom is told though it does not occur: as laymen judge it, or, where the complaint was looked
      # for again after a repair or a log has shown it, as the shop sees it.
      def falsely(finding, symptom)
        return symptom.told_falsely if (finding.round.zero? || finding.asked) && !finding.logged

        [@scale["evidence"]["seen_again"], symptom.told_falsely].min
      end

      # A word for a machine that runs right, one that says nothing and what is meant so are no evidence; nor is the
      # absence of what a check has looked for.
      def speaks?(finding, observed)
        if finding.kind == :check
          return !finding.words.intersect?(observed.neutral) && @machine.unintended(observed, finding.words).any?
        end

        return false if observed.healthy? || finding.words == ["unknown"]

        finding.words != ["absent"] || looked_for(finding).nil?
      end

      def teller(finding)
        symptom = @machine.symptom(finding.id)
        symptom ? Observers::Told.new(symptom.told, falsely(finding, symptom)) : nil
      end

      def recreated(finding, symptom)
        table = @compiled.table(symptom, conditions(finding))
        known = @observers[[finding.id, finding.round]]
        way = @job.catalogue.ways.find { |row| row["id"] == finding.way }
        observer = Observers::Recreated.new(finding.words == ["shown"], @scale["shown"].fetch(way["shown"]),
                                            @scale["evidence"]["seen_again"])
        occurrence = Occurrence.new(table, known.compact, observer)
        known << observer
        RecreatedItem.new(finding, occurrence, table)
      end

      def check_item(finding, check)
        table = @located.table(finding, check, @compiled.table(check))
        result = result(finding, check)
        occurrences, taken = occurrences(finding, check, table, result)
        own = table.part(table.words - taken).without(known_beside(finding, result))
        CheckItem.new(finding, table: table, own: own, result: result, occurrences: occurrences)
      end

      # Columns of the faults that this result does not have to speak of: those it has found itself, and, where it found
      # nothing, those another look of the same round has found. Which of the two looks stands is asked, not averaged.
      def known_beside(finding, result)
        return result.found.values.flatten unless result.normal?

        beside = @standing.select { |other| other.round == finding.round }.flat_map { |other| other.found.values }
        beside.uniq.filter_map { |id| @compiled.index(id) }.flat_map { |index| @compiled.columns_of(index) }
      end

      # Symptoms this check observes that somebody has spoken of in this round, and the words that go with them. Each
      # word speaks once.
      def occurrences(finding, check, table, result)
        check.observes.each_with_object([[], []]) do |(id, row), (list, taken)|
          symptom = @machine.symptom(id) or next
          words = (row["words"] & table.words) - taken
          next if words.empty?

          known = @observers[[id, finding.round]]
          observer = looked(table.part(words), result, shown_with(row, id, finding, check))
          if known.compact.any?
            list << Occurrence.new(@compiled.table(symptom, told_when(id, finding.round)), known.compact, observer)
            taken.concat(words)
          end
          known << observer
        end
      end

      def looked(table, result, shown_with)
        found = result.found.keys & table.words
        words = found + (result.words & table.words)
        chances =
          if result.chances
            kept = table.words.to_h { |word| [word, result.chances.fetch(word, 0.0)] }.select { |_, p| p.positive? }
            kept.merge(normal: 1 - kept.values.sum)
          else
            words.empty? ? { normal: 1.0 } : words.to_h { |word| [word, 1.0 / words.size] }
          end
        Observers::Looked.new(table: table, chances: chances, shown_with: shown_with, found: found)
      end

      # How well the shop can show it: as such, and under the conditions it was told with.
      def shown_with(row, symptom, finding, check)
        usual = @scale["shown"].fetch(row["shown"])
        limits = told_when(symptom, finding.round).map { |id| shown_under(id, check) }
        [usual, *limits.max].min
      end

      def shown_under(id, check)
        condition = @job.catalogue.conditions.find { |row| row["id"] == id }
        return @scale["shown"]["hidden"] if condition["at"] && !condition["at"].intersect?(check.states)

        condition["shown"] ? @scale["shown"].fetch(condition["shown"]) : 1.0
      end

      def told_when(symptom, round)
        told.find { |finding| finding.id == symptom && finding.round == round }&.conditions || []
      end

      def conditions(finding) = told_when(finding.id, finding.round)

      # Words of a check by what they count for. A reading has measured a defect when it lies beyond its limit by the
      # margin.
      def result(finding, check)
        plain = ->(word) { word == check.normal ? :normal : word }
        found = finding.found.transform_values { |id| @compiled.index(id) }.compact
        chances = finding.chances.transform_keys(&plain) if finding.chances && found.empty?
        CheckItem::Result.new(
          found: found.transform_values { |index| @compiled.columns_of(index) },
          words: chances ? [] : @machine.unintended(check, finding.words) - [check.normal] - found.keys,
          chances: chances
        )
      end

      def again?(earlier, later)
        earlier.finding.kind == later.finding.kind && earlier.finding.id == later.finding.id &&
          earlier.finding.conditions == later.finding.conditions && earlier.finding.way == later.finding.way &&
          earlier.finding.place == later.finding.place &&
          earlier.words == later.words && earlier.round < later.round
      end
    end
  end
end
