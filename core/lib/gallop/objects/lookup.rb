# frozen_string_literal: true

module Gallop
  module Objects
    # Finds entries by whatever a technician calls them: name, key, index in hexadecimal or decimal, register,
    # synonym, meaning. Every word must be found; where it is found decides the rank.
    #
    #   Lookup.new(profile).find("ramp up").first.key   # => "ramps.acceleration"
    class Lookup
      WEIGHTS = { address: 12, name: 10, synonyms: 9, key: 7, group: 3, choices: 3, help: 2 }.freeze
      WHOLE = 3 # times the weight: the word is the whole text
      BEGINS = 2 # times the weight: a word of the text begins with it
      PHRASE = 25 # the words together are a synonym or the name
      SHORT_NAME = 4
      SETTING = 3
      ONE_OF_MANY = 1
      FURTHER = 0.1
      LONGEST = 60
      MOST_WORDS = 6

      Indexed = Struct.new(:entry, :texts, :phrases)
      Word = Struct.new(:text, :whole, :beginning)
      private_constant :Indexed, :Word

      # Kept with the profile, as building one reads the whole dictionary.
      def self.of(profile) = profile.lookup

      def initialize(profile)
        @indexed = profile.entries.map { |entry| index(profile, entry) }
      end

      # @param query [String] @return [Array<Entry>] best first
      def find(query) = ranked(query).map(&:first)

      # @return [Array<Array(Entry, Numeric)>] with scores, best first
      def ranked(query)
        query = query.to_s.downcase.strip[0, LONGEST]
        words =
          query
            .split
            .first(MOST_WORDS)
            .map do |text|
              Word.new(
                text,
                /(?<![[:alnum:]])#{Regexp.escape(text)}(?![[:alnum:]])/,
                /(?<![[:alnum:]])#{Regexp.escape(text)}/
              )
            end
        return [] if words.empty?
        scored = @indexed.filter_map { |item| score(item, words, query)&.then { |score| [item.entry, score] } }
        scored.sort_by { |entry, score| [-score, entry.index, entry.subindex] }
      end

      private

      def index(profile, entry)
        texts = {
          address: addresses(entry),
          name: entry.name,
          synonyms: entry.synonyms.join(" · "),
          key: entry.key.tr("_.", "  "),
          group: profile.groups[entry.group],
          choices: [*entry.choices.values, *entry.bits.values].join(" · "),
          help: entry.help
        }
        Indexed.new(
          entry,
          texts.transform_values { |text| text.to_s.downcase },
          [entry.name, entry.key, *entry.synonyms].map(&:downcase)
        )
      end

      def addresses(entry)
        hex = Kernel.format("%04x", entry.index)
        "#{hex} 0x#{hex} #{hex}:#{Kernel.format("%02x", entry.subindex)} #{entry.index} " \
          "#{entry.index}:#{entry.subindex} #{entry.register}"
      end

      def score(item, words, query)
        scores = words.map { |word| best(item.texts, word) }
        return if scores.any?(&:zero?)
        scores.sum.to_f / words.size + extra(item, query)
      end

      def extra(item, query)
        phrase = item.phrases.index(query)
        (phrase ? PHRASE + (phrase < 2 ? SHORT_NAME : 0) : 0) + (item.entry.setting? ? SETTING : 0) -
          (item.entry.key.match?(/_\d/) ? ONE_OF_MANY : 0)
      end

      # The best place counts; what is found in further places tells equals apart.
      def best(texts, word)
        found = WEIGHTS.map { |field, weight| weight * how_well(texts[field], word) }
        found.max + found.sum * FURTHER
      end

      def how_well(text, word)
        return 0 unless text.include?(word.text)
        return WHOLE if text.match?(word.whole)
        return BEGINS if text.match?(word.beginning)
        word.text.length > 2 ? 1 : 0
      end
    end
  end
end
