# frozen_string_literal: true

module UpperBranch
  class Catalogue
    module Sections
      # Kinds of repair, and composites that mend many faults at once. A row may have a role that the rules ask for by
      # its name.
      class Repairs < Section
        # What must be there for the planner: a way out when nothing is left, and what licensed work becomes on an
        # aircraft.
        ROLES = %w[refer-out licensed].freeze

        def kinds = data["kinds"]
        def composites = data["composites"]

        # The row with this role, or nil.
        def in_role(role)
          (kinds + composites).find { |row| row["role"] == role }
        end

        private

        def look
          ROLES.each { |role| problem("", "no repair has the role #{role}") unless in_role(role) }
        end
      end
    end
  end
end
