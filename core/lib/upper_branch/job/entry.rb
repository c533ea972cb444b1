# frozen_string_literal: true

module UpperBranch
  class Job
    # One entry of a job. Each kind is a class of its own in entries/, and answers four questions:
    #
    #   entry.admit(job)      may it be added? raises Invalid at the field, saying what to do instead
    #   entry.surviving(job)  what of it does the catalogue of today still understand?
    #   entry.apply(job, data) what does it do to a job being replayed?
    #   entry.says(job)       what does it say, in words? nil where nobody is told
    #
    # Its shape (types, required fields) is checked before by the schema of its kind; here it is meaning.
    class Entry
      NO_MACHINE = "It stands before any machine was named, or that machine is no longer known."

      NOT_APPLIED = "This entry could not be applied and counts for nothing here. The entry itself is kept."

      attr_reader :id, :kind, :data

      # row: {"id", "kind", "data"}
      def self.of(row)
        Entries::KINDS.fetch(row["kind"]).new(row)
      end

      def initialize(row)
        @id = row["id"]
        @kind = row["kind"]
        @data = row["data"] || {}
      end

      # What the catalogue no longer knows is noted as lost; the rest is applied. A stored job is never refused: the
      # catalogue has changed, not the job.
      def replay(job)
        return job.lost << { entry: id, says: NO_MACHINE } unless job.machine || kind == "machine"

        names = Names.new(job.catalogue)
        kept = surviving(job, names)
        names.lost.each { |says| job.lost << { entry: id, says: says } }
        apply(job, kept) if kept
      end

      def admit(job); end

      # The data by today's names, or nil when nothing of it can be replayed. names: Names, which keeps what is gone
      def surviving(_job, _names) = data

      def says(_job) = nil

      private

      def refuse(field, message)
        raise Invalid.new(field, message)
      end

      def open_job(job)
        refuse("kind", "Say first which machine it is") unless job.machine
        refuse("kind", "This job is closed: strike out the closing entry to go on") if job.closed?
      end

      # The check this entry names, of the job's own machine.
      def check_here(job)
        id = data["check"]
        job.machine.check(id) or
          refuse("check", unknown("check", id, job.catalogue.check(id), job.machine.checks.map(&:id)))
      end

      # Why an id is not known here. elsewhere: whether another machine has it
      def unknown(what, id, elsewhere, allowed)
        if elsewhere
          return "#{id} does not exist on this machine as it is fitted; switch its feature on, " \
                 "or use one of: #{allowed.join(', ')}"
        end

        "No #{what} is called #{id.inspect}; use one of: #{allowed.join(', ')}"
      end
    end
  end
end
