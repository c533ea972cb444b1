# frozen_string_literal: true

module UpperBranch
  # Things made from the catalogue that are dear to make again, kept until they take too much room; those not asked for
  # the longest go first. What is kept says how large it is (`bytes`), roughly.
  #
  #   cache = BoundedCache.new(32_000_000)
  #   cache.fetch([:table, "car-one", "pump-shot"]) { Table.new(...) }
  #
  # May be used by several threads: two may make the same thing at once, one of the two is kept.
  class BoundedCache
    attr_reader :bytes

    # limit: bytes
    def initialize(limit)
      @limit = limit
      @items = {} # the longest unused first
      @bytes = 0
      @lock = Mutex.new
    end

    def fetch(key)
      @lock.synchronize { touched(key) } || keep(key, yield)
    end

    def size = @items.size
    def inspect = "#<BoundedCache #{size} things, #{bytes} bytes>"

    private

    def touched(key)
      item = @items.delete(key) or return
      @items[key] = item
    end

    def keep(key, item)
      @lock.synchronize do
        known = touched(key) and next known
        @items[key] = item
        @bytes += item.bytes
        drop while @bytes > @limit && @items.size > 1
        item
      end
    end

    def drop
      _, item = @items.shift
      @bytes -= item.bytes
    end
  end
end
