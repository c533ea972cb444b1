# frozen_string_literal: true

module UpperBranch
  module Practice
    class Engine
      # Values of a slow function of three numbers, worked out once at the corners it is asked near and straight in
      # between. So the carburetor's circuits, which are found by closing in on a balance, can be asked thousands of
      # times a second.
      #
      #   lattice = Lattice.new(0.1, 0.1, [-1.0, 0.0, 1.0]) { |x, y, z| [x * y, z] }
      #   lattice.at(0.25, 0.5, 0.1)   # => [[0.125, 0.1], 0.25], with how the first of them goes with the second number
      #
      # May be asked by several threads at once: two may work out the same corner, to the same values.
      class Lattice
        # x_step, y_step: width of the cells of the first two, from 0; z: places of the third, rising
        def initialize(x_step, y_step, z, &node)
          @x_step = x_step
          @y_step = y_step
          @z = z
          @node = node
          @known = {}
          @last = nil
        end

        def at(x, y, z)
          x /= @x_step
          y /= @y_step
          i = x.floor
          j = y.floor
          k = place(z)
          mixed(corners(i, j, k), x - i, y - j, ((z - @z[k]) / (@z[k + 1] - @z[k])).clamp(0.0, 1.0))
        end

        private

        def place(z)
          k = 0
          k += 1 while k < @z.size - 2 && z >= @z[k + 1]
          k
        end

        # The corners of a cell: most steps stay in the one they were in. Cell and corners are put down as one, so that
        # no thread takes those of another's cell.
        def corners(i, j, k)
          cell = (((i * 512) + j) * 64) + k
          last, known = @last
          return known if last == cell

          found = [[0, 0, 0], [1, 0, 0], [0, 1, 0], [1, 1, 0], [0, 0, 1], [1, 0, 1], [0, 1, 1], [1, 1, 1]]
                  .map { |di, dj, dk| node(i + di, j + dj, k + dk) }
          @last = [cell, found].freeze
          found
        end

        # Straight between the eight corners: u, v, w are the shares of the way along each number.
        def mixed(corners, u, v, w)
          near = weights(u, w)
          low = side(corners, near, 0)
          high = side(corners, near, 2)
          [Array.new(low.size) { |n| (low[n] * (1 - v)) + (high[n] * v) }, slope(corners, near)]
        end

        # On the side of the cell whose corners begin with this one.
        def side(corners, shares, from)
          p, q, r, s = shares
          a, b = corners[from, 2]
          c, d = corners[from + 4, 2]
          Array.new(a.size) { |n| (a[n] * p) + (b[n] * q) + (c[n] * r) + (d[n] * s) }
        end

        # Of the first of them, with the second number.
        def slope(corners, near)
          a, b, c, d, e, f, g, h = corners.map(&:first)
          p, q, r, s = near
          (((c - a) * p) + ((d - b) * q) + ((g - e) * r) + ((h - f) * s)) / @y_step
        end

        def weights(u, w) = [(1 - u) * (1 - w), u * (1 - w), (1 - u) * w, u * w]

        def node(i, j, k)
          @known[(((i * 512) + j) * 64) + k] ||= @node.call(i * @x_step, j * @y_step, @z[k])
        end
      end
    end
  end
end
