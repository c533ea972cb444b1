# frozen_string_literal: true

module UpperBranch
  class Job
    # What of a stored entry the catalogue of today still understands. Renamed ids are read by their names of today; what is gone is told
    # as lost and has no weight. A stored job is never refused for it: the catalogue has changed, not the job.
    #
    #   kept = Surviving.of(job, entry)
    #   kept.data    # what to replay, nil when nothing of the entry can be
    #   kept.lost    # ["The check \"pump-look\" is no longer in the catalogue."]
    class Surviving
      attr_reader :data, :lost

      def self.of(job, entry)
        new(job, entry)
      end

      def initialize(job, entry)
        @job = job
        @catalogue = job.catalogue
        @renames = job.catalogue.renames
        @lost = []
        @data = send(entry["kind"], entry["data"])
      end

      private

      def machine(data)
        family = @renames.now("families", data["family"])
        return gone("kind of machine", data["family"]) unless @catalogue.family(family)

        data.merge("family" => family, "features" => features(data["features"]), "context" => context(data["context"]),
                   "work" => list("work", "kind of work", data["work"], @catalogue.work.map { |row| row["id"] }),
                   "schools" => schools(data["schools"]), "lacks" => list("tools", "tool", data["lacks"], @catalogue.tools), "limits" => limits(data["limits"]))
      end

      def symptom(data)
        id = @renames.now("symptoms", data["symptom"])
        return gone("symptom", data["symptom"]) unless @catalogue.symptom(id) && @job.machine

        data.merge("symptom" => id, "when" => list("conditions", "condition", data["when"], @catalogue.conditions.map { |row| row["id"] }))
      end

      def check(data)
        id = @renames.now("checks", data["check"])
        check = @job.machine && (@job.machine.check(id) || @catalogue.check(id)) or return gone("check", data["check"])
        data = data.merge("check" => id)
        data["outcomes"] ? outcomes(check, data) : reading(check, data)
      end

      def outcomes(check, data)
        words = list("outcomes", "answer to #{check.name}", data["outcomes"], check.words(@job.machine.features), check.id)
        words.empty? ? nil : data.merge("outcomes" => words)
      end

      def reading(check, data)
        check.reading && @job.machine.reading(check) ? data : gone("reading of", check.name)
      end

      # A repair that was done stays done: what it mended and nobody knows any more is left out.
      def repair(data)
        id = @renames.now("faults", @renames.now("repairs", data["repair"]))
        known = @job.machine && Planning::Repairs.find(@job.machine, id)
        gone("repair", data["repair"]) unless known
        faults = data["faults"] && list("faults", "fault", data["faults"], @job.machine.faults.map(&:id))
        data.merge({ "repair" => id, "faults" => known ? faults : faults || [] }.compact)
      end

      def put_back(data) = data.merge("check" => @renames.now("checks", data["check"]))
      def caution(data) = data.merge("hazard" => @renames.now("hazards", data["hazard"]))
      def state(data) = @job.machine && data
      def note(data) = data
      def wait(data) = data
      def close(data) = data

      def features(switches)
        (switches || {}).each_with_object({}) do |(id, on), kept|
          now = @renames.now("features", id)
          @catalogue.features.key?(now) ? kept[now] = on : gone("feature", id)
        end
      end

      def context(answers)
        (answers || {}).each_with_object({}) do |(id, answer), kept|
          question = @renames.now("questions", id)
          row = @catalogue.questions.find { |one| one["id"] == question } or (gone("question", id) || next)
          option = @renames.now("answers", answer, question)
          row["options"].any? { |one| one["id"] == option } ? kept[question] = option : gone("answer to #{question}", answer)
        end
      end

      def schools(chosen)
        (chosen || {}).each_with_object({}) do |(id, choice), kept|
          topic = @renames.now("topics", id)
          row = @catalogue.schools.find { |one| one["id"] == topic } or (gone("school", id) || next)
          option = @renames.now("options", choice, topic)
          row["options"].any? { |one| one["id"] == option } ? kept[topic] = option : gone("school of #{topic}", choice)
        end
      end

      # Limits are kept one by one, as far as the machine still takes them.
      def limits(rows)
        (rows || {}).each_with_object({}) do |(id, row), kept|
          now = @renames.now("checks", id)
          Limits.check_row(@catalogue, now, row)
          kept[now] = row
        rescue Invalid
          gone("limit of", id)
        end
      end

      # The ids of a list that are still known, by their names of today.
      def list(kind, what, ids, known, of = nil)
        (ids || []).filter_map do |id|
          now = @renames.now(kind, id, of)
          known.include?(now) ? now : gone(what, id)
        end
      end

      def gone(what, id)
        say("The #{what} #{id.inspect} is no longer in the catalogue.")
      end

      # nil, so that it can end the line that finds the loss
      def say(words)
        @lost << words
        nil
      end
    end
  end
end
