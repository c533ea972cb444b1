# frozen_string_literal: true

module UpperBranchServer
  module People
    # Names of people. They stand under entries that are chained, so each must be one person's, and look like it.
    #
    #   Names.checked(" Ines  Vale ")   # => "Ines Vale"; raises Problem 422 at "name"
    #   Names.key("INES VALE")          # => the same for names that are the same to a reader's eye but for case
    #   Names.skeleton("lnes")          # => the same for names that look alike
    module Names
      LONGEST = 60
      # Letters and digits of any script with their marks; a blank, a dot, a dash and an apostrophe between them. No
      # control, direction or other invisible character, and no comma, which separates the names of a signature.
      WRITTEN = /\A[\p{L}\p{N}][\p{L}\p{M}\p{N} .'’-]*\z/
      # Letters and marks that show nothing (Unicode's Default_Ignorable_Code_Point, those that are letters or marks).
      INVISIBLE = /[\u034F\u115F\u1160\u17B4\u17B5\u180B-\u180F\u3164\uFE00-\uFE0F\uFFA0\u{E0100}-\u{E01EF}]/
      RESERVED = /(\A|[ .-])for([ .-]|\z)/i
      # Of Cyrillic and Greek, and of digits, what looks like a Latin letter (from Unicode Technical Standard 39,
      # confusables; from memory).
      LOOKS = "аеорсухіјѕԁһԛԝѵοανικρτυɡ015|"
      LIKE = "aeopcyxijsdhqwvoavikptugolsl"
      private_constant :LOOKS, :LIKE

      module_function

      def checked(said)
        name = said.to_s.unicode_normalize(:nfc).squeeze(" ").strip
        raise wrong("Say your name as it should stand under your work") if name.empty?
        raise wrong("A name is at most #{LONGEST} letters") if name.length > LONGEST
        if !WRITTEN.match?(name) || INVISIBLE.match?(name)
          raise wrong("A name is written in letters, with blanks, dots and dashes")
        end
        raise wrong('"for" stands between a trainee and whose work it is: leave it out') if RESERVED.match?(name)

        name
      end

      def key(name) = folded(name, :nfkc).tr("’", "'")

      # Without marks and separators, with what looks like a Latin letter as that letter.
      def skeleton(name)
        folded(name, :nfkd).gsub(/[\p{M} .'’-]/, "").tr(LOOKS, LIKE).tr("il", "ll").gsub("rn", "m").gsub("vv", "w")
      end

      def folded(name, form)
        name.unicode_normalize(form).downcase(:fold).unicode_normalize(form).gsub(/\s+/, " ").strip
      end

      def wrong(detail) = Problem.invalid("name", detail)
      private_class_method :folded, :wrong
    end
  end
end
